import { parseVersion } from "@ypsiline/core";
import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { ComparePage, type Choice, type Side } from "@/features/compare/compare-page";
import { database } from "@/server/database";
import { requireSpec } from "@/server/page";
import { may } from "@/server/permissions";
import { queryOf } from "@/server/query";
import { readDraft, type Spec, specsOfTeam } from "@/server/specs";
import { readVersion, versionsOf } from "@/server/versions";
import { TopBar } from "@/ui/brand";
import { Crumbs } from "@/ui/crumbs";

export const metadata: Metadata = { title: "Compare" };

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

/** "2.1.0", "draft", or either of another spec of the team: "crew-roster 1.3.0". */
const read = (text: string, own: string): { readonly spec: string; readonly version: string } => {
  const [first = "", second] = text.split(" ");
  return second === undefined ? { spec: own, version: first } : { spec: first, version: second };
};

export default async function Compare({ params, searchParams }: Props) {
  const { team, spec: slug } = await params;
  const query = await queryOf(searchParams);
  const path = `/specs/${team}/${slug}`;
  const back = `${path}/compare?${new URLSearchParams(query)}`;
  const { spec } = await requireSpec(team, slug, "read-version", back);
  const sql = database();
  const member = may(spec.role, "read-draft");
  const specs: readonly Spec[] = member ? await specsOfTeam(sql, spec.teamId, spec.role) : [spec];
  const listed = await Promise.all(
    specs.map(async (one) => ({ one, versions: await versionsOf(sql, one.id), draft: member ? await readDraft(sql, one.id) : null })),
  );
  const own = listed.find(({ one }) => one.slug === slug);
  const choices = [...listed.filter(({ one }) => one.slug === slug), ...listed.filter(({ one }) => one.slug !== slug)].flatMap(
    ({ one, versions, draft }): Choice[] => {
      const name = draft?.layout.name ?? one.slug;
      const value = (version: string) => (one.slug === slug ? version : `${one.slug} ${version}`);
      return [
        ...(draft ? [{ value: value("draft"), label: `${name}, the draft` }] : []),
        ...versions.map(({ number, withdrawn }) => ({
          value: value(number),
          label: `${name} ${number}${withdrawn ? " (withdrawn)" : ""}`,
        })),
      ];
    },
  );
  const numbers = own?.versions.map(({ number }) => number) ?? [];
  const chosen = [query["a"] ?? numbers[1] ?? numbers[0] ?? "draft", query["b"] ?? numbers[0] ?? "draft"] as const;
  const sideOf = async (text: string): Promise<Side | null> => {
    const { spec: asked, version } = read(text, slug);
    const found = listed.find(({ one }) => one.slug === asked);
    if (!found) return null;
    const number = parseVersion(version);
    const layout =
      version === "draft"
        ? found.draft?.layout
        : version === "latest" || number
          ? (await readVersion(sql, found.one.id, number))?.layout
          : undefined;
    return layout
      ? {
          spec: asked,
          version: version === "draft" ? "draft" : version,
          label: `${layout.name} ${version === "draft" ? "draft" : version}`,
          layout,
        }
      : null;
  };
  const [a, b] = await Promise.all(chosen.map(sideOf));
  if (!a || !b) notFound();
  const widest = b.layout.breakpoints.at(-1)?.drawnAt.width ?? 1280;
  const asked = Number(query["width"]);
  const width = Number.isFinite(asked) && asked >= 240 && asked <= 2560 ? Math.round(asked) : Math.min(2560, Math.max(240, widest));
  return (
    <>
      <TopBar
        crumbs={
          <Crumbs
            above={[
              [spec.teamName, "/specs"],
              [own?.draft?.layout.name ?? b.layout.name, member ? path : `${path}/versions/latest`],
            ]}
          >
            Compare
          </Crumbs>
        }
      >
        <Link className="btn btn-bar" href={`${path}/versions/latest`} prefetch={false}>
          Hand-off page
        </Link>
      </TopBar>
      <ComparePage key={chosen.join(" against ")} a={a} b={b} width={width} choices={choices} chosen={chosen} />
    </>
  );
}
