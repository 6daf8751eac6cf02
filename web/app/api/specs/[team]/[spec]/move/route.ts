import { onSpec } from "@/server/requests/authorized-handlers";
import { moveSpec } from "@/server/specs/spec-life";

/** Moves a spec to another team of the person. */
export const POST = onSpec("POST /api/specs/:team/:spec/move", "manage-spec", async ({ answer, body, write }) => {
  const moved = await write((sql, { spec, person }) => moveSpec(sql, spec, person, body.team));
  return moved.ok ? answer(moved.value) : moved.problem;
});
