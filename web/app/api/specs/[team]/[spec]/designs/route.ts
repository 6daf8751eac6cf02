import { onReadSpec, onSpec } from "@/server/requests/authorized-handlers";
import { heavy, member } from "@/server/heavy/heavy";
import type { KeptBoxes } from "@/server/heavy/kinds";
import { designsOf, keepDesign } from "@/server/designs/kept-designs";
import { pageOf } from "@/server/database/paging";

export const GET = onReadSpec("GET /api/specs/:team/:spec/designs", "read-draft", async ({ sql, spec, query, answer }) => {
  const { entries, total, more } = await designsOf(sql, spec.id, pageOf(query.get("page") ?? undefined));
  return answer({ designs: entries, total: total ?? entries.length, more });
});

export const POST = onSpec("POST /api/specs/:team/:spec/designs", "edit-draft", async ({ answer, body, person, request, write }) => {
  const { name, source, list } = body;
  const read = await heavy(member(person.id), { kind: "boxes", text: list }, request.signal);
  if (!read.ok) return read.problem;
  const boxes = JSON.parse(String(read.file.body)) as KeptBoxes;
  const kept = await write((sql, { doing }) => keepDesign(sql, doing, { name, source, ...boxes }));
  return kept.ok ? answer({ id: kept.value }, { status: 201 }) : kept.problem;
});
