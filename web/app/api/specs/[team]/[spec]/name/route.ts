import { onSpec } from "@/server/requests/authorized-handlers";
import { nameSpec } from "@/server/specs/spec-life";

/** Names a spec: what it is called, what it is for, and its address. */
export const POST = onSpec("POST /api/specs/:team/:spec/name", "name-spec", async ({ answer, body, write }) => {
  const named = await write((sql, { spec, person }) => nameSpec(sql, spec, person, body));
  return named.ok ? answer(named.value) : named.problem;
});
