import { parseVersion } from "@ypsiline/core";
import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { ComparePage, type Choice, type Side } from "@/features/compare/compare-page";
import { database } from "@/server/database";
import { requireSpec } from "@/server/page";
import { may } from "@/server/permissions";
import { queryOf } from "@/server/query";
import { specVersionsOf } from "@/server/overviews";
import { readDraft } from "@/server/specs";
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
  const [versions, draft, ofTeam] = await Promise.all([
    versionsOf(sql, spec.id),
    member ? readDraft(sql, spec.id) : null,
    member ? specVersionsOf(sql, spec.teamId) : [],
  ]);
  const others = ofTeam.filter((one) => one.spec !== slug);
  const named = draft?.layout.name ?? slug;
  // Of a team with many specs the others stand with their draft and their latest; any other version by its address.
  const shown = others.length > 40 ? 1 : Infinity;
  const choices: readonly Choice[] = [
    ...(draft ? [{ value: "draft", label: `${named}, the draft` }] : []),
    ...versions.map(({ number, withdrawn }) => ({ value: number, label: `${named} ${number}${withdrawn ? " (withdrawn)" : ""}` })),
    ...others.flatMap((one): Choice[] => [
      { value: `${one.spec} draft`, label: `${one.name}, the draft` },
      ...one.numbers.slice(0, shown).map((number) => ({ value: `${one.spec} ${number}`, label: `${one.name} ${number}` })),
    ]),
  ];
  const numbers = versions.map(({ number }) => number);
  const chosen = [query["a"] ?? numbers[1] ?? numbers[0] ?? "draft", query["b"] ?? numbers[0] ?? "draft"] as const;
  const sideOf = async (text: string): Promise<Side | null> => {
    const { spec: asked, version } = read(text, slug);
    const id = asked === slug ? spec.id : others.find((one) => one.spec === asked)?.id;
    if (id === undefined) return null;
    const number = parseVersion(version);
    const layout =
      version === "draft"
        ? member
          ? (asked === slug ? draft : await readDraft(sql, id))?.layout
          : undefined
        : version === "latest" || number
          ? (await readVersion(sql, id, number))?.layout
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
              [draft?.layout.name ?? b.layout.name, member ? path : `${path}/versions/latest`],
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
