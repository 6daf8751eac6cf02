import { compareVersions, parseVersion } from "@ypsiline/core";
import type { Metadata } from "next";
import { headers } from "next/headers";
import { notFound } from "next/navigation";
import { HandOff } from "@/features/hand-off/hand-off-page";
import { ManageFold } from "@/features/hand-off/manage-fold";
import { NewsBar } from "@/features/hand-off/news-bar";
import { database } from "@/server/database";
import { siteOf } from "@/server/handler";
import { requireSpec } from "@/server/page";
import { may } from "@/server/permissions";
import { countOfUse } from "@/server/projects";
import { queryOf } from "@/server/query";
import { readVersion, versionsOf } from "@/server/versions";
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
  const { spec } = await requireSpec(team, slug, "read-version", `${path}/versions/${asked}`);
  const number = asked === "latest" ? null : parseVersion(asked);
  if (asked !== "latest" && !number) notFound();
  const sql = database();
  const [version, versions, projects] = await Promise.all([
    readVersion(sql, spec.id, number),
    versionsOf(sql, spec.id),
    countOfUse(sql, spec.id),
  ]);
  const own = version && parseVersion(version.number);
  if (!version || !own) notFound();
  const earlier = versions
    .map((one) => one.number)
    .filter((one) => {
      const parsed = parseVersion(one);
      return parsed !== null && compareVersions(parsed, own) < 0;
    });
  const sinceNumber = parseVersion(since !== undefined && earlier.includes(since) ? since : (earlier[0] ?? ""));
  const before = sinceNumber ? await readVersion(sql, spec.id, sinceNumber) : null;
  const newest = versions.find(({ withdrawn }) => withdrawn === null)?.number ?? null;
  const member = may(spec.role, "read-draft");
  const allowed = { withdraw: may(spec.role, "withdraw"), restore: may(spec.role, "edit-draft"), share: may(spec.role, "share") };
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
        registry={`${siteOf(await headers())}/npm/`}
        isPublic={spec.public}
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
