import { parseVersion } from "@ypsiline/core";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { ComparePage, type Choice, type StoredSide } from "@/features/compare/compare-page";
import { database } from "@/server/database/database";
import { maySpec, requireSpec } from "@/server/requests/page";
import { queryOf } from "@/server/http/query";
import { specChoice } from "@/server/specs/overviews";
import { findSpec, readDraftFacts, readStoredDraft } from "@/server/specs/specs";
import { givenLayout } from "@/server/database/stored-text";
import { publicLayout, readStoredVersion, versionsOf } from "@/server/specs/versions";
import { PlainHead } from "../plain-head";

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
  const { spec, person } = await requireSpec(team, slug, "read-version");
  const sql = database();
  const member = maySpec(spec, "read-draft");
  const [versions, facts, draft] = await Promise.all([
    versionsOf(sql, spec.id),
    member ? readDraftFacts(sql, spec.id) : null,
    member ? readStoredDraft(sql, spec.id) : null,
  ]);
  const numbers = versions.map(({ number }) => number);
  const chosen = [query["a"] ?? numbers[1] ?? numbers[0] ?? "draft", query["b"] ?? numbers[0] ?? "draft"] as const;
  // Of other specs only the compared ones are listed; any other is found by its name.
  const asked = [...new Set(chosen.map((text) => read(text, slug).spec))].filter((one) => one !== slug);
  const others = (
    await Promise.all(asked.map((one) => (member && person ? specChoice(sql, person.id, team, one) : Promise.resolve(null))))
  ).flatMap((one) => one ?? []);
  const named = facts?.name ?? slug;
  // A compared version is listed even if it is older than the others.
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
  const sideOf = async (text: string): Promise<StoredSide | null> => {
    const { spec: asked, version } = read(text, slug);
    const other = asked === slug ? spec : await findSpec(sql, team, asked, person?.id ?? null);
    if (!other || (other.id !== spec.id && !maySpec(other, "read-draft"))) return null;
    const { id } = other;
    const number = parseVersion(version);
    const found = version === "draft" ? (member ? await draftSide(id, asked) : null) : await versionSide(id, asked, version, number);
    return found && { spec: asked, version, label: `${found.name} ${version}`, layout: found.layout };
  };
  const draftSide = async (id: number, asked: string) => {
    const [stored, named] = id === spec.id ? [draft, facts] : await Promise.all([readStoredDraft(sql, id), readDraftFacts(sql, id)]);
    return stored && named && { name: named.name, layout: givenLayout(stored.layout, `/api/drafts/${team}/${asked}`) };
  };
  const versionSide = async (id: number, asked: string, version: string, number: ReturnType<typeof parseVersion>) => {
    const stored = version === "latest" || number ? await readStoredVersion(sql, id, number) : null;
    if (!stored) return null;
    // What a spec follows is its team's to know: others read the document as it is published.
    const layout = member
      ? givenLayout(stored.layout, `/api/drafts/${team}/${asked}/versions/${stored.number}`)
      : givenLayout(await publicLayout(sql, stored.id), `/api/v1/specs/${team}/${asked}/${stored.number}`);
    return { name: stored.name, layout };
  };
  const [a, b] = await Promise.all(chosen.map(sideOf));
  if (!a || !b) notFound();
  const wide = Number(query["width"]);
  // Where none is asked for, the page takes the widest that the second is drawn at.
  const width = query["width"] !== undefined && Number.isFinite(wide) && wide >= 240 && wide <= 2560 ? Math.round(wide) : null;
  return (
    <>
      <PlainHead spec={spec} name={facts?.name ?? b.label} here={null} query={query} />
      <ComparePage key={chosen.join(" against ")} a={a} b={b} width={width} choices={choices} chosen={chosen} team={member ? team : null} />
    </>
  );
}
