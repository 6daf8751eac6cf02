import { layoutNamed } from "@/server/acts/named-layout";
import { heavy, member } from "@/server/heavy/heavy";
import { onReadSpec } from "@/server/requests/authorized-handlers";

export const GET = onReadSpec("GET /api/v1/specs/:team/:spec/changes", "read-draft", async ({ sql, spec, person, query, request }) => {
  const before = await layoutNamed(sql, spec.id, query.get("from") ?? "latest", "/from");
  if (!before.ok) return before.problem;
  const after = await layoutNamed(sql, spec.id, query.get("to") ?? "draft", "/to");
  if (!after.ok) return after.problem;
  const done = await heavy(member(person?.id ?? 0), { kind: "changes", before: before.value, after: after.value }, request.signal);
  return done.ok
    ? new Response(String(done.file.body), { headers: { "Content-Type": "application/json", "Cache-Control": "no-store" } })
    : done.problem;
});
