import { onReadSpec } from "@/server/requests/authorized-handlers";
import { addressOf } from "@/server/requests/handler";
import { clientOf, heavy } from "@/server/heavy/heavy";
import type { MovedAnswer } from "@/server/heavy/kinds";
import { heldDesigns } from "@/server/designs/kept-designs";
import { readStoredDraft } from "@/server/specs/specs";
import { highestVersion } from "@/server/specs/versions";

export const GET = onReadSpec("GET /api/drafts/:team/:spec/moved", "read-draft", async ({ sql, spec, person, request, answer }) => {
  const [draft, latest] = await Promise.all([readStoredDraft(sql, spec.id), highestVersion(sql, spec.id)]);
  const designs = draft && latest ? await heldDesigns(sql, spec.id) : [];
  if (!draft || !latest || designs.length === 0) return answer({ designs: 0, moved: [], left: [] });
  const task = { kind: "moved", before: latest.layout, after: draft.layout, designs } as const;
  const done = await heavy(clientOf(person, addressOf(request.headers)), task, request.signal);
  return done.ok ? answer(JSON.parse(String(done.file.body)) as MovedAnswer) : done.problem;
});
