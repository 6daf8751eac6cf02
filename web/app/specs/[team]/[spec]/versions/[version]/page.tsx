import { compareVersions, type Layout, parseVersion, withoutFollows } from "@ypsiline/core";
import type { Metadata } from "next";
import { headers } from "next/headers";
import { notFound } from "next/navigation";
import { HandOff } from "@/features/hand-off/hand-off-page";
import { ManageFold } from "@/features/hand-off/manage-fold";
import { NewsBar } from "@/features/hand-off/news-bar";
import { database } from "@/server/database";
import { countOfFollowers } from "@/server/follow";
import { siteOf } from "@/server/handler";
import { maySpec, requireSpec } from "@/server/page";
import { countOfUse } from "@/server/projects";
import { queryOf } from "@/server/query";
import { latestNumber, readVersion, versionsOf } from "@/server/versions";
import { dayText } from "@/ui/dates";
import { PlainBar } from "@/ui/plain-bar";

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
  const { since } = await queryOf(searchParams);
  const path = `/specs/${team}/${slug}`;
  const { spec } = await requireSpec(team, slug, "read-version");
  const number = asked === "latest" ? null : parseVersion(asked);
  if (asked !== "latest" && !number) notFound();
  const sql = database();
  const [found, versions, newest, projects, followers] = await Promise.all([
    readVersion(sql, spec.id, number),
    versionsOf(sql, spec.id),
    latestNumber(sql, spec.id),
    countOfUse(sql, spec.id),
    countOfFollowers(sql, spec.id),
  ]);
  const own = found && parseVersion(found.number);
  if (!found || !own) notFound();
  const earlier = (await versionsOf(sql, spec.id, own)).map((one) => one.number);
  const wanted = parseVersion(since ?? "");
  const chosen = wanted && compareVersions(wanted, own) < 0 ? await readVersion(sql, spec.id, wanted) : null;
  const last = parseVersion(earlier[0] ?? "");
  const earlierOne = chosen ?? (last && (await readVersion(sql, spec.id, last)));
  const member = maySpec(spec, "read-draft");
  // What a spec follows is its team's to know.
  const shown = <V extends { readonly layout: Layout }>(one: V): V => (member ? one : { ...one, layout: withoutFollows(one.layout) });
  const version = shown(found);
  const before = earlierOne && shown(earlierOne);
  const allowed = { withdraw: maySpec(spec, "withdraw"), restore: maySpec(spec, "edit-draft"), share: maySpec(spec, "share") };
  return (
    <>
      <div className="hand-off-bar">
        <PlainBar above={member ? [[spec.teamName, "/specs"]] : []} here={version.layout.name}>
          {member && (
            <a className="btn btn-bar" href={path}>
              Open draft
            </a>
          )}
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
        </PlainBar>
        <NewsBar path={path} team={team} spec={slug} shown={version.number} newest={newest} />
      </div>
      <HandOff
        team={team}
        spec={slug}
        version={version}
        before={before}
        earlier={earlier}
        projects={projects}
        followers={followers}
        registry={`${siteOf(await headers())}/npm/`}
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
    </>
  );
}
