import type postgres from "postgres";
import { designOf, designsNamed, keepDesign, removeDesign } from "../designs/kept-designs";
import { heavy, member } from "../heavy/heavy";
import type { KeptBoxes } from "../heavy/kinds";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";
import { type Acted, idOf, nothingThere, type OfSpec, type Outcome } from "../requests/authorized-handlers";
import { layoutNamed } from "./named-layout";

type Keeping = "POST /api/specs/:team/:spec/designs" | "POST /api/v1/specs/:team/:spec/designs";

/** Saves a design. In place of others of its name if `replace`. */
const keep =
  (replace: boolean) =>
  async ({ answer, body, person, request, write }: Acted<Keeping, OfSpec>): Outcome => {
    const { name, source, list } = body;
    const text = typeof list === "string" ? list : JSON.stringify(list);
    const read = await heavy(member(person.id), { kind: "boxes", text }, request.signal);
    if (!read.ok) return read.problem;
    const boxes = JSON.parse(String(read.file.body)) as KeptBoxes;
    const kept = await write(async (sql, { doing }): Promise<Result<number>> => {
      for (const id of replace ? await designsNamed(sql, doing.specId, name) : []) {
        const removed = await removeDesign(sql, doing, id, true);
        if (!removed.ok) return removed;
      }
      return keepDesign(sql, doing, { name, source, ...boxes });
    });
    return kept.ok ? answer({ id: kept.value }, { status: 201 }) : kept.problem;
  };

export const addDesign = keep(false);
export const putDesign = keep(true);

/** A saved design held against the draft or a version. */
export const fitOf = async (
  sql: postgres.Sql,
  asked: { readonly specId: number; readonly personId: number; readonly id: string; readonly against: string },
  signal: AbortSignal,
): Promise<Response | Problem> => {
  const id = idOf(asked.id);
  const design = id === null ? null : await designOf(sql, asked.specId, id);
  if (!design) return nothingThere("design");
  const layout = await layoutNamed(sql, asked.specId, asked.against, "/against");
  if (!layout.ok) return layout.problem;
  const done = await heavy(member(asked.personId), { kind: "fit", body: `{"layout":${layout.value},"list":${design.list}}` }, signal);
  return done.ok
    ? new Response(String(done.file.body), { headers: { "Content-Type": "application/json", "Cache-Control": "no-store" } })
    : done.problem;
};
