import { readStoredText } from "../core/src/index";
import { openDatabase } from "../web/server/database/database";
import { saveChanges } from "../web/server/specs/drafts";
import { readStoredDraft } from "../web/server/specs/specs";
import { inTransaction, type Write } from "../web/server/database/transaction";

// A draft of 5,000 edits, and how long a moment of it takes to come. ADDRESS is the application's, COOKIE a member's session.
const edits = 5_000;
const sql = openDatabase(process.env["DATABASE_URL"] ?? "", 4);
const [spec] = await sql<{ id: number; team: number; person: number }[]>`
  SELECT s.id, s.team_id AS team, s.created_by AS person FROM spec s WHERE s.slug = 'passenger-booking'`;
const draft = spec && (await readStoredDraft(sql, spec.id));
if (!spec || !draft) throw new Error("no draft");
const ids = readStoredText(draft.layout).breakpoints.map(({ id, columns }) => ({ id, gutter: columns.gutter }));
const doing = { teamId: spec.team, specId: spec.id, personId: spec.person, team: "skerry", spec: "passenger-booking" };
const write: Write<{ readonly doing: typeof doing }> = (work) => inTransaction(sql, (transaction) => work(transaction, { doing }));
for (let edit = 0; edit < edits; edit += 1) {
  const one = ids[edit % ids.length];
  if (!one) throw new Error("no breakpoint");
  const to = `${8 + (edit % 23)}.${edit % 9}px`;
  const changes = [{ path: ["breakpoints", one.id, "columns", "gutter"], from: one.gutter, to }];
  const saved = await saveChanges(sql, write, spec.id, { madeOn: 1, changes }, () => Promise.reject(new Error("the draft is small")));
  if (!saved.ok || !saved.value?.ok) throw new Error("an edit was not saved");
  one.gutter = to;
}
await sql.end();
const times: number[] = [];
for (let turn = 0; turn < 60; turn += 1) {
  const at = draft.revision + 1 + ((turn * 7919) % edits);
  const from = performance.now();
  const answer = await fetch(`${process.env["ADDRESS"] ?? ""}/api/drafts/skerry/passenger-booking/history/${at}`, {
    headers: { Cookie: process.env["COOKIE"] ?? "" },
  });
  await answer.json();
  if (!answer.ok) throw new Error(`moment ${at} answered ${answer.status}`);
  times.push(performance.now() - from);
}
times.sort((a, b) => a - b);
const pages: number[] = [];
let bytes = 0;
for (let turn = 0; turn < 5; turn += 1) {
  const from = performance.now();
  const answer = await fetch(`${process.env["ADDRESS"] ?? ""}/specs/skerry/passenger-booking/history`, {
    headers: { Cookie: process.env["COOKIE"] ?? "" },
  });
  bytes = (await answer.arrayBuffer()).byteLength;
  if (!answer.ok) throw new Error(`the page of the history answered ${answer.status}`);
  pages.push(performance.now() - from);
}
pages.sort((a, b) => a - b);
process.stdout.write(
  `A moment of ${edits} edits: ${(times[30] ?? 0).toFixed(0)} ms in the middle, ${(times.at(-1) ?? 0).toFixed(0)} ms at most (aim 300)\nThe page of its stretches: ${(pages[2] ?? 0).toFixed(0)} ms, ${(bytes / 1000).toFixed(0)} kB (aim 200 ms, 300 kB)\n`,
);
