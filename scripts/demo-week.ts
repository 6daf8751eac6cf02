import { readFileSync } from "node:fs";
import { join } from "node:path";
import type postgres from "postgres";
import sharp from "sharp";
import { applyChanges, compareLayouts, type Layout, layoutSchema, type PageContent, parseVersion } from "../core/src/index";
import { setContent } from "../web/server/specs/area-content";
import { addComment, resolveComment } from "../web/server/specs/comments";
import { summaryOf } from "../web/server/heavy/draft-summary";
import { addPicture, keepDesign } from "../web/server/designs/kept-designs";
import { addMember, addPerson, addTeam } from "../web/server/identity/people";
import { encodedPicture } from "../web/server/heavy/pictures";
import { addSpec, findSpec, setPublic, writeDraft } from "../web/server/specs/specs";
import { addVersion } from "../web/server/specs/versions";
import { demoHarbour, demoPier } from "./demo-layouts";

// What a team that has worked for a week leaves behind, so that no page of the demo is empty.

type People = { readonly author: number; readonly lead: number; readonly reader: number };
type Team = { readonly id: number; readonly slug: string };

const day = 24 * 60 * 60 * 1000;

const versionNumber = (text: string) => {
  const number = parseVersion(text);
  if (!number) throw new Error(`${text} is no version number`);
  return number;
};

/** Edits a draft from what it is to what it is to be, one change an edit, spread over the week before now by two people. */
export const editOverWeek = async (
  sql: postgres.TransactionSql,
  { specId, from, to, people }: { readonly specId: number; readonly from: Layout; readonly to: Layout; readonly people: readonly number[] },
): Promise<void> => {
  const changes = compareLayouts(from, to);
  let layout = from;
  for (const [index, change] of changes.entries()) {
    const applied = applyChanges(layout, [change]);
    if (!applied.ok) throw new Error(`the demo's edit ${change.path.join("/")} does not fit`);
    ({ layout } = applied);
    const revision = index + 2;
    await writeDraft(sql, {
      specId,
      revision,
      madeOn: revision - 1,
      layout: JSON.stringify(layout),
      summary: summaryOf(layout),
      changes: [change],
      personId: people[Math.floor(index / 3) % people.length] ?? 0,
    });
    const at = new Date(Date.now() - 7 * day + ((index + 1) * 6.5 * day) / changes.length);
    await sql`UPDATE draft_edit SET at = ${at} WHERE spec_id = ${specId} AND revision = ${revision}`;
  }
};

/** Boxes of a design at the desk of the booking page, drawn for gutters of 24: on a gutter of 20 some edges are off. */
const sailingCards = {
  format: "ypsiline-boxes",
  formatVersion: 1,
  width: 1280,
  boxes: [
    { name: "Search", x: 64, y: 96, width: 368, height: 376, area: "search" },
    { name: "Sailing card 1", x: 456, y: 96, width: 368, height: 120 },
    { name: "Sailing card 2", x: 848, y: 96, width: 368, height: 120 },
    { name: "Fares", x: 456, y: 384, width: 371, height: 216, area: "fares" },
  ],
};
/** Edges as Ypsiline finds them in a picture of the phone's page. */
const phonePicture = {
  format: "ypsiline-boxes",
  formatVersion: 1,
  width: 360,
  source: "picture",
  edges: true,
  boxes: [
    { name: "From, left", x: 16, y: 96, width: 0, height: 160 },
    { name: "From, right", x: 172, y: 96, width: 0, height: 80 },
    { name: "To, left", x: 188, y: 96, width: 0, height: 80 },
    { name: "To, right", x: 344, y: 96, width: 0, height: 160 },
  ],
};

/** The phone's page as somebody drew it at density 2, as a PNG: a bar, two fields on the columns, and a button. */
const phonePicture2x = (): Promise<Buffer> => {
  const [width, height] = [720, 1280];
  const pixels = Buffer.alloc(width * height * 3, 0xf4);
  const fill = (left: number, top: number, right: number, bottom: number, [r, g, b]: readonly [number, number, number]): void => {
    for (let y = top * 2; y < bottom * 2; y += 1) for (let x = left * 2; x < right * 2; x += 1) pixels.set([r, g, b], (y * width + x) * 3);
  };
  fill(0, 0, 360, 56, [22, 50, 60]);
  fill(16, 96, 172, 176, [255, 255, 255]);
  fill(188, 96, 344, 176, [255, 255, 255]);
  fill(16, 200, 344, 256, [20, 107, 95]);
  return sharp(pixels, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
};

/** What the areas of the booking page hold. */
const bookingContent: PageContent = {
  masthead: { kind: "text", role: "Heading", words: "Skerry Ferries" },
  search: { kind: "text", role: "Body", words: "From Northquay to Ling Island\nOutward Friday, back on Sunday\n2 passengers, 1 car" },
  sailings: { kind: "cards", count: 8, words: "07:45 from Quay 3, 1 h 50 min." },
  map: { kind: "picture", width: 1600, height: 900 },
  fares: {
    kind: "text",
    role: "Body",
    words:
      "Foot passengers pay for the crossing alone. Cars are measured with whatever is on their roof and behind them.\n\nChildren under five travel free; up to fifteen they pay half. Dogs are welcome on the outer decks and in the rear saloon.\n\nA return within three days costs a quarter less than two single crossings.",
  },
};

/** Designs and sample content of the booking page, and a comment that was settled. */
export const leaveBehind = async (sql: postgres.TransactionSql, team: Team, people: People): Promise<void> => {
  const booking = await findSpec(sql, team.slug, "passenger-booking", people.author);
  if (!booking) throw new Error("the demo has no passenger booking");
  const doer = { specId: booking.id, teamId: team.id, personId: people.author };
  for (const [name, source, list] of [
    ["Sailing cards, desk", "boxes", sailingCards],
    ["Booking page, phone", "picture", phonePicture],
  ] as const) {
    const kept = await keepDesign(sql, doer, { name, source, width: list.width, boxes: list.boxes.length, list: JSON.stringify(list) });
    if (!kept.ok) throw new Error(`the demo's design ${name} was not kept: ${kept.problem.detail}`);
    if (source !== "picture") continue;
    const picture = await encodedPicture(await phonePicture2x());
    if (!picture.ok || !(await addPicture(sql, doer, kept.value, { ...picture.value, density: 2 })).ok)
      throw new Error("the demo's picture was not kept");
  }
  // The content of areas in Try: the sailings and the map do not fit in their rows at the desk.
  for (const [area, content] of Object.entries(bookingContent)) {
    const problem = await setContent(sql, doer, area, content);
    if (problem) throw new Error(`the demo's content of ${area} was not kept: ${problem.detail}`);
  }
  const about = {
    specId: booking.id,
    teamId: team.id,
    name: "Passenger booking",
    path: `/specs/${team.slug}/passenger-booking`,
    personId: people.lead,
    person: "Design lead",
  };
  const settled = await addComment(sql, about, { about: "tablet margin", words: "32 at the tablet, as on the old site?", thread: null });
  if (settled !== null) {
    await addComment(
      sql,
      { ...about, personId: people.author, person: "Author" },
      { about: "tablet margin", words: "Yes, 32 it is.", thread: settled },
    );
    await resolveComment(sql, about, settled, true);
  }
};

/** A second team with a public spec of two versions, and a spec of the first team that follows the earlier of them. Returns its lead. */
export const addHarbourTeam = async (sql: postgres.TransactionSql, team: Team, people: People, passwordHash: string): Promise<number> => {
  const harbour = await addTeam(sql, { slug: "skerry-harbours", name: "Skerry Harbours" });
  const person = await addPerson(sql, { email: "harbour@skerry.example", name: "Harbour lead", passwordHash });
  await addMember(sql, harbour, person, "lead");
  const [first, second] = demoHarbour;
  const specId = await addSpec(sql, {
    teamId: harbour,
    slug: "harbour-signs",
    description: "Signs and screens on the quays",
    layout: JSON.stringify(second),
    summary: summaryOf(second),
    personId: person,
  });
  if (specId === null) throw new Error("the demo has two harbour signs");
  await setPublic(sql, { specId, teamId: harbour, personId: person }, true);
  for (const [number, layout, date, note] of [
    ["1.0.0", first, "2026-10-12T09:00:00Z", "First signs."],
    ["1.1.0", second, "2026-11-20T15:00:00Z", "Wider gutters on the large screens."],
  ] as const)
    await addVersion(sql, {
      specId,
      number: versionNumber(number),
      layout: JSON.stringify(layout),
      note,
      personId: person,
      publishedAt: new Date(date),
    });
  const pier = await addSpec(sql, {
    teamId: team.id,
    slug: "pier-screens",
    description: "Screens on the piers, as the harbours sign them",
    layout: JSON.stringify(demoPier),
    summary: summaryOf(demoPier),
    personId: people.author,
    follows: specId,
  });
  if (pier === null) throw new Error("the demo has two pier screens");
  return person;
};

/**
 * The layout of our own screens, as a public spec of a team of its own, so that readers of the demo can see a real one.
 */
export const addOwnInterface = async (sql: postgres.TransactionSql, leadId: number): Promise<void> => {
  const layout = layoutSchema.parse(JSON.parse(readFileSync(join(import.meta.dirname, "..", "design", "ypsiline.layout.json"), "utf8")));
  const team = await addTeam(sql, { slug: "interface", name: "Ypsiline" });
  await addMember(sql, team, leadId, "lead");
  const specId = await addSpec(sql, {
    teamId: team,
    slug: "ypsiline",
    description: "The screens you are looking at",
    layout: JSON.stringify(layout),
    summary: summaryOf(layout),
    personId: leadId,
  });
  if (specId === null) throw new Error("the demo has two layouts of our interface");
  await setPublic(sql, { specId, teamId: team, personId: leadId }, true);
  await addVersion(sql, {
    specId,
    number: versionNumber("1.0.0"),
    layout: JSON.stringify(layout),
    note: "The application is laid out by the stylesheet of this version.",
    personId: leadId,
    publishedAt: new Date("2026-11-30T12:00:00Z"),
  });
};

/** What the webhook of the team was sent: a version, a withdrawal, and one message that its receiver did not take. */
export const addDeliveries = async (sql: postgres.TransactionSql, teamId: number): Promise<void> => {
  const body = { team: "skerry", spec: "passenger-booking", name: "Passenger booking" };
  for (const [event, more, state, attempts, answer, at] of [
    [
      "version.withdrawn",
      { ...body, spec: "crew-roster", name: "Crew roster", version: "1.2.0", reason: "The desk was drawn for the old office screens." },
      "delivered",
      1,
      "200",
      "2026-09-29T08:00:00Z",
    ],
    [
      "version.published",
      { ...body, version: "2.1.0", previous: "2.0.0", level: "minor", note: "Wide added for the office screens; tablet margins on 32." },
      "delivered",
      2,
      "200",
      "2026-11-14T10:30:00Z",
    ],
    ["test", { team: "skerry" }, "failed", 6, "503", "2026-11-13T16:05:00Z"],
  ] as const)
    await sql`
      INSERT INTO webhook_delivery (webhook_id, event, body, state, attempts, next_at, answer, at, delivered_at)
      SELECT id, ${event}, ${sql.json(more)}, ${state}, ${attempts}, NULL, ${answer}, ${new Date(at)}, ${state === "delivered" ? new Date(at) : null}
      FROM webhook WHERE team_id = ${teamId} AND removed_at IS NULL`;
};
