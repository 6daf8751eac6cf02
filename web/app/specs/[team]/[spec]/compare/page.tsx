import { parseVersion, withoutFollows } from "@ypsiline/core";
import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { ComparePage, type Choice, type Side } from "@/features/compare/compare-page";
import { database } from "@/server/database";
import { maySpec, requireSpec } from "@/server/page";
import { queryOf } from "@/server/query";
import { specChoice } from "@/server/overviews";
import { findSpec, readDraft } from "@/server/specs";
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
  const { spec, person } = await requireSpec(team, slug, "read-version");
  const sql = database();
  const member = maySpec(spec, "read-draft");
  const [versions, draft] = await Promise.all([versionsOf(sql, spec.id), member ? readDraft(sql, spec.id) : null]);
  const numbers = versions.map(({ number }) => number);
  const chosen = [query["a"] ?? numbers[1] ?? numbers[0] ?? "draft", query["b"] ?? numbers[0] ?? "draft"] as const;
  // Of other specs those stand here that are compared; any other is found by its name.
  const asked = [...new Set(chosen.map((text) => read(text, slug).spec))].filter((one) => one !== slug);
  const others = (await Promise.all(asked.map((one) => (member && person ? specChoice(sql, person.id, team, one) : null)))).flatMap(
    (one) => one ?? [],
  );
  const named = draft?.layout.name ?? slug;
  // An older version than those that are listed stands here where it is one of the two.
  const older = chosen.filter((text) => parseVersion(text) && !numbers.includes(text)).map((text) => ({ number: text, withdrawn: null }));
  const choices: readonly Choice[] = [
    ...(draft ? [{ value: "draft", label: `${named}, the draft` }] : []),
    ...[...versions, ...older].map(({ number, withdrawn }) => ({
      value: number,
      label: `${named} ${number}${withdrawn ? " (withdrawn)" : ""}`,
    })),
    ...others.flatMap((one): Choice[] => [
      { value: `${one.spec} draft`, label: `${one.name}, the draft` },
      ...one.numbers.map((number) => ({ value: `${one.spec} ${number}`, label: `${one.name} ${number}` })),
    ]),
  ];
  const sideOf = async (text: string): Promise<Side | null> => {
    const { spec: asked, version } = read(text, slug);
    const other = asked === slug ? spec : await findSpec(sql, team, asked, person?.id ?? null);
    if (!other || (other.id !== spec.id && !maySpec(other, "read-draft"))) return null;
    const { id } = other;
    const number = parseVersion(version);
    const layout =
      version === "draft"
        ? member
          ? (id === spec.id ? draft : await readDraft(sql, id))?.layout
          : undefined
        : version === "latest" || number
          ? (await readVersion(sql, id, number))?.layout
          : undefined;
    return layout
      ? {
          spec: asked,
          version: version === "draft" ? "draft" : version,
          label: `${layout.name} ${version === "draft" ? "draft" : version}`,
          // What a spec follows is its team's to know.
          layout: member ? layout : withoutFollows(layout),
        }
      : null;
  };
  const [a, b] = await Promise.all(chosen.map(sideOf));
  if (!a || !b) notFound();
  const widest = b.layout.breakpoints.at(-1)?.drawnAt.width ?? 1280;
  const wide = Number(query["width"]);
  const width = Number.isFinite(wide) && wide >= 240 && wide <= 2560 ? Math.round(wide) : Math.min(2560, Math.max(240, widest));
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
      <ComparePage key={chosen.join(" against ")} a={a} b={b} width={width} choices={choices} chosen={chosen} team={member ? team : null} />
    </>
  );
}
