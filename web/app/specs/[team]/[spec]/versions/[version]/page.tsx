import { parseVersion } from "@ypsiline/core";
import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { HandOff } from "@/features/hand-off/hand-off-page";
import { database } from "@/server/database";
import { requireSpec } from "@/server/page";
import { may } from "@/server/permissions";
import { readVersion, versionsOf } from "@/server/versions";
import { TopBar } from "@/ui/brand";
import { dayText } from "@/ui/dates";

type Props = { readonly params: Promise<{ team: string; spec: string; version: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { spec, version } = await params;
  return { title: `${spec} ${version}` };
}

export default async function HandOffPage({ params }: Props) {
  const { team, spec: slug, version: asked } = await params;
  const path = `/specs/${team}/${slug}`;
  const { spec } = await requireSpec(team, slug, "read-version", `${path}/versions/${asked}`);
  const number = asked === "latest" ? null : parseVersion(asked);
  if (asked !== "latest" && !number) notFound();
  const sql = database();
  const [version, versions] = await Promise.all([readVersion(sql, spec.id, number), versionsOf(sql, spec.id)]);
  if (!version) notFound();
  const beforeNumber = versions[versions.findIndex((one) => one.number === version.number) + 1]?.number;
  const beforeParsed = beforeNumber === undefined ? null : parseVersion(beforeNumber);
  const before = beforeParsed ? await readVersion(sql, spec.id, beforeParsed) : null;
  const newest = versions[0]?.number;
  return (
    <>
      <div className="hand-off-bar">
        <TopBar
          crumbs={
            <>
              <Link href="/specs" className="crumb" prefetch={false}>
                {spec.teamName}
              </Link>
              <span className="crumb">/</span>
              <span className="here">{version.layout.name}</span>
              {newest !== version.number && (
                <Link href={`${path}/versions/latest`} className="badge-line" prefetch={false}>
                  <span className="num">{newest}</span> is out
                </Link>
              )}
            </>
          }
        >
          {may(spec.role, "read-draft") && (
            <Link className="btn btn-bar" href={path} prefetch={false}>
              Open draft
            </Link>
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
                    <span className="quiet">{dayText(one.publishedAt)}</span>
                  </a>
                </li>
              ))}
            </ul>
          </details>
        </TopBar>
      </div>
      <HandOff team={team} spec={slug} version={version} before={before} />
    </>
  );
}
