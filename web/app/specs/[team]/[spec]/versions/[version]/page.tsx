import { compareVersions, parseVersion } from "@ypsiline/core";
import type { Metadata } from "next";
import { headers } from "next/headers";
import { notFound } from "next/navigation";
import { HandOff } from "@/features/hand-off/hand-off-page";
import { ManageFold } from "@/features/hand-off/manage-fold";
import { NotYet } from "@/features/hand-off/not-yet";
import { NewsBar } from "@/features/hand-off/news-bar";
import { database } from "@/server/database/database";
import { handOffOf } from "@/server/specs/drawn-pages";
import { addressOf } from "@/server/requests/handler";
import { clientOf } from "@/server/heavy/heavy";
import { countOfFollowers } from "@/server/specs/follow";
import { site } from "@/server/settings/settings";
import { maySpec, requireSpec } from "@/server/requests/page";
import { countOfUse } from "@/server/projects/projects";
import { queryOf } from "@/server/http/query";
import { hasBreakpoint, latestNumber, readLatestVersion, readStoredVersion, versionsOf } from "@/server/specs/versions";
import { dayText } from "@/ui/dates";
import { PlainHead } from "../../plain-head";

type Props = {
  readonly params: Promise<{ team: string; spec: string; version: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { spec, version } = await params;
  return { title: `${spec} ${version}` };
}

export default async function HandOffPage({ params, searchParams }: Props) {
  const { team, spec: slug, version: asked } = await params;
  const query = await queryOf(searchParams);
  const { since, areas = null } = query;
  const path = `/specs/${team}/${slug}`;
  const { spec, person } = await requireSpec(team, slug, "read-version");
  const number = asked === "latest" ? null : parseVersion(asked);
  if (asked !== "latest" && !number) notFound();
  const sql = database();
  const member = maySpec(spec, "read-draft");
  const [version, versions, newest, projects, followers] = await Promise.all([
    number ? readStoredVersion(sql, spec.id, number) : readLatestVersion(sql, spec.id),
    versionsOf(sql, spec.id),
    latestNumber(sql, spec.id),
    countOfUse(sql, spec.id),
    countOfFollowers(sql, spec.id),
  ]);
  const own = version && parseVersion(version.number);
  if (!version || !own) notFound();
  const earlier = (await versionsOf(sql, spec.id, own)).map((one) => one.number);
  const wanted = parseVersion(since ?? "");
  const chosen = wanted && compareVersions(wanted, own) < 0 ? await readStoredVersion(sql, spec.id, wanted) : null;
  const last = parseVersion(earlier[0] ?? "");
  const before = chosen ?? (last && (await readStoredVersion(sql, spec.id, last)));
  const parts = await handOffOf(version, before, {
    member,
    // What is not a breakpoint of this version is drawn as if nothing was asked for, once for everybody.
    areas: areas !== null && (await hasBreakpoint(sql, version.id, areas)) ? areas : null,
    files: `/api/v1/specs/${team}/${slug}/${version.number}`,
    stem: `${slug}-${version.number}`,
    client: clientOf(person, addressOf(await headers())),
  });
  const allowed = { withdraw: maySpec(spec, "withdraw"), restore: maySpec(spec, "edit-draft"), share: maySpec(spec, "share") };
  return (
    <>
      <div className="hand-off-bar">
        <PlainHead spec={spec} name={version.name} here="hand-off" query={query}>
          {versions.length > 1 && (
            <a className="btn btn-bar" href={`${path}/compare?a=${before?.number ?? versions.at(-1)?.number ?? ""}&b=${version.number}`}>
              Compare versions
            </a>
          )}
          <details className="versions">
            <summary className="btn btn-bar">
              Version <span className="num">{version.number}</span>
            </summary>
            <ul>
              {versions.map((one) => (
                <li key={one.number}>
                  <a href={`${path}/versions/${one.number}`} aria-current={one.number === version.number ? "page" : undefined}>
                    <span className="num">{one.number}</span>
                    <span className="quiet">{one.withdrawn ? "withdrawn" : dayText(one.publishedAt)}</span>
                  </a>
                </li>
              ))}
              <li>
                <a href={`${path}/versions`}>All versions</a>
              </li>
            </ul>
          </details>
        </PlainHead>
        <NewsBar path={path} team={team} spec={slug} shown={version.number} newest={newest} />
      </div>
      {!parts.ok && <NotYet problem={parts.problem} />}
      {parts.ok && (
        <HandOff
          team={team}
          spec={slug}
          version={version}
          parts={parts.value}
          before={before?.number ?? null}
          earlier={earlier}
          projects={projects}
          followers={followers}
          registry={`${site()}/npm/`}
          isPublic={spec.public}
          packageName={spec.package}
        >
          {(allowed.withdraw || allowed.restore) && (
            <ManageFold
              team={team}
              spec={slug}
              number={version.number}
              withdrawn={version.withdrawn !== null}
              isPublic={spec.public}
              may={allowed}
            />
          )}
        </HandOff>
      )}
    </>
  );
}
