import type postgres from "postgres";
import { parseVersion } from "../core/src/index";
import { addComment } from "../web/server/specs/comments";
import { summaryOf } from "../web/server/heavy/draft-summary";
import { hashPassword } from "../web/server/identity/passwords";
import { addMember, addPerson, addTeam } from "../web/server/identity/people";
import type { Role } from "../web/wire/shapes";
import { addProject, setUse } from "../web/server/projects/projects";
import { askReview } from "../web/server/specs/reviews";
import { addSpec, findSpec, readStoredDraft, setPublic } from "../web/server/specs/specs";
import { inTransaction } from "../web/server/database/transaction";
import { addVersion, addWithdrawal } from "../web/server/specs/versions";
import { addWebhook } from "../web/server/happenings/webhooks";
import { accounts, password, team } from "./demo-accounts";
import { demoSpecs } from "./demo-layouts";
import { addDeliveries, addHarbourTeam, addOwnInterface, editOverWeek, leaveBehind } from "./demo-week";

/**
 * Loads the demo team with its people, specs and projects into an empty database, and a webhook to a simulated
 * receiver; false if there is a team already.
 */
const loadDemoNow = async (sql: postgres.TransactionSql, receiver: string | null): Promise<boolean> => {
  const [{ count } = { count: 0 }] = await sql<{ count: number }[]>`SELECT count(*)::int AS count FROM team`;
  if (count > 0) return false;
  const teamId = await addTeam(sql, team);
  const passwordHash = await hashPassword(password);
  const ids: Partial<Record<Role, number>> = {};
  for (const { email, name, role } of accounts) {
    const id = await addPerson(sql, { email, name, passwordHash });
    await addMember(sql, teamId, id, role);
    ids[role] = id;
  }
  const [authorId = 0, leadId = 0, readerId = 0] = [ids.author, ids.lead, ids.reader];
  const nameOf = (role: Role): string => accounts.find((one) => one.role === role)?.name ?? role;
  for (const { slug, description, draft, before = draft, versions } of demoSpecs) {
    const begins = { layout: JSON.stringify(before), summary: summaryOf(before) };
    const specId = await addSpec(sql, { teamId, slug, description, ...begins, personId: authorId });
    if (specId === null) throw new Error(`the demo has two specs named ${slug}`);
    await editOverWeek(sql, { specId, from: before, to: draft, people: [authorId, leadId] });
    for (const version of versions) {
      const number = parseVersion(version.number);
      if (!number) throw new Error(`${version.number} is no version number`);
      const id = await addVersion(sql, {
        specId,
        number,
        layout: JSON.stringify(version.layout),
        note: version.note,
        personId: leadId,
        publishedAt: new Date(version.date),
      });
      if (version.withdrawn !== undefined) await addWithdrawal(sql, id, leadId, version.withdrawn);
    }
  }
  // The booking page represents a product outside the team, so its spec is readable by link.
  const booking = await findSpec(sql, team.slug, "passenger-booking", authorId);
  if (!booking) throw new Error("the demo has no passenger booking");
  await setPublic(sql, { specId: booking.id, teamId, personId: leadId }, true);
  for (const { name, uses } of demoProjects) {
    const made = await addProject(sql, { teamId, personId: readerId, ownerId: readerId, name });
    if (!made.ok) throw new Error(`the demo has two projects named ${name}`);
    for (const [spec, number] of Object.entries(uses))
      await setUse(sql, { teamId, personId: readerId, projectId: made.value, project: name, spec, number: parseVersion(number) });
  }
  const about = (role: Role, personId: number) => ({
    specId: booking.id,
    teamId,
    name: "Passenger booking",
    path: `/specs/${team.slug}/passenger-booking`,
    personId,
    person: nameOf(role),
  });
  const comment = { about: "desk gutter", words: "The sailing cards were drawn for gutters of 24. Is 20 meant?", thread: null };
  const thread = await addComment(sql, about("reader", readerId), comment);
  await addComment(sql, about("author", authorId), { ...comment, words: "No, it slipped in with the new desk. I put it back.", thread });
  await addComment(sql, about("lead", leadId), { about: "wide", words: "Check the office screens before this goes out.", thread: null });
  await leaveBehind(sql, { id: teamId, slug: team.slug }, { author: authorId, lead: leadId, reader: readerId });
  const harbourLead = await addHarbourTeam(
    sql,
    { id: teamId, slug: team.slug },
    { author: authorId, lead: leadId, reader: readerId },
    passwordHash,
  );
  await addOwnInterface(sql, harbourLead);
  const draft = await readStoredDraft(sql, booking.id);
  await askReview(sql, about("author", authorId), draft?.revision ?? 1, "Desk and wide are new; the tablet is not done yet.");
  if (receiver !== null) {
    await addWebhook(sql, { teamId, personId: leadId, url: receiver, form: "json" });
    await addDeliveries(sql, teamId);
  }
  return true;
};

/** Loads the demo into an empty database, all of it or nothing; false if there is a team already. */
export const loadDemo = (sql: postgres.Sql, receiver: string | null): Promise<boolean> =>
  inTransaction(sql, (transaction) => loadDemoNow(transaction, receiver));

/** Products of the demo that use its specs. */
const demoProjects: readonly { name: string; uses: Readonly<Record<string, string>> }[] = [
  { name: "Booking site", uses: { "passenger-booking": "2.1.0" } },
  { name: "Ticket machines", uses: { "passenger-booking": "2.0.0" } },
  { name: "Crew app", uses: { "crew-roster": "1.3.0", "passenger-booking": "2.0.0" } },
  { name: "Harbour screens", uses: { "quay-board": "1.0.0" } },
];
