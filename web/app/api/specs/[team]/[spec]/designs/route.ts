import { onReadSpec, onSpec } from "@/server/act";
import { database } from "@/server/database";
import { addressOf } from "@/server/handler";
import { heavy } from "@/server/heavy/heavy";
import type { KeptBoxes } from "@/server/heavy/tasks";
import { designsOf, keepDesign, mostKept } from "@/server/kept-designs";
import { pageOf } from "@/server/paging";

export const GET = onReadSpec("GET /api/specs/:team/:spec/designs", "read-draft", async ({ spec, query, answer }) => {
  const { entries, total, more } = await designsOf(database(), spec.id, pageOf(query.get("page") ?? undefined));
  return answer({ designs: entries, total: total ?? entries.length, more });
});

export const POST = onSpec("POST /api/specs/:team/:spec/designs", "edit-draft", async ({ answer, body, doing, request }) => {
  const { name, source, list } = body;
  const read = await heavy(addressOf(request.headers), { kind: "boxes", text: list }, request.signal);
  if (!read.ok) return read.problem;
  const boxes = JSON.parse(String(read.file.body)) as KeptBoxes;
  const id = await keepDesign(database(), doing, { name, source, ...boxes });
  if (id !== null) return answer({ id }, { status: 201 });
  const { designs, boxes: all } = mostKept;
  return {
    code: "unprocessable",
    detail: `A spec keeps at most ${designs} designs of ${all.toLocaleString("en")} boxes together; take one away first.`,
  };
});
