import { boxSources, formatIds, formats, versionLevels } from "@ypsiline/core";
import { z } from "zod";
import { changesAnswer, checkAnswer, fitAnswer, importQuery, layoutHere } from "./api";
import { bodies, change, comment, commentAbout, type Contract, designName, keptDesign, newSpec, ownStarts, place } from "./contract";
import { moment, nothing, revisionNumber, rowId, slug, versionNumber, writtenWords } from "./shapes";

const draftAnswer = z.strictObject({
  revision: revisionNumber,
  layout: layoutHere,
  check: checkAnswer.describe("As POST /check answers"),
});
/** What a 412 carries: the draft as it is, and the changes that contradict what others changed. */
const movedOn = z.strictObject({
  revision: revisionNumber,
  layout: layoutHere,
  conflicts: z.array(z.strictObject({ change, theirs: z.unknown() })).readonly(),
});
const atRevision = z.strictObject({ revision: revisionNumber });

/** The scopes that read a draft and what belongs to it. */
const reading = ["draft", "review", "publish"] as const;
const commenting = ["draft", "review"] as const;

/** A published version by its number, or the draft. */
const versionOrDraft = (words: string) => z.string().max(40).describe(`${words}: the number of a version, latest, or draft`);

/** Media types that a layout is read from. */
const readTypes = [...new Set(formatIds.filter((id) => formats[id].read !== null).flatMap((id) => formats[id].mediaTypes))];

const pageQuery = z.strictObject({
  page: z
    .string()
    .regex(/^[1-9]\d{0,4}$/, { error: "must be a whole number from 1" })
    .describe("Which 50, from 1")
    .optional(),
});

/**
 * The routes of the public interface that work with a team's specs, for access tokens and for sessions. They do what the
 * application's own routes do, by the same functions (`server/acts`). The interface's description (OpenAPI) is made from them.
 */
export const specRoutes = {
  "GET /api/v1/specs": {
    request: null,
    query: pageQuery,
    answer: z.strictObject({
      specs: z
        .array(
          z.strictObject({
            ...place.shape,
            name: z.string(),
            description: z.string(),
            archived: z.boolean(),
            revision: revisionNumber.describe("Of its draft"),
            latest: versionNumber.nullable().describe("The latest version that was not withdrawn"),
          }),
        )
        .readonly(),
      more: z.boolean(),
    }),
    about: { id: "specs", scopes: reading, summary: "The specs whose drafts one may read, 50 at a time" },
  },
  "POST /api/v1/specs": {
    request: z.strictObject({ ...newSpec, start: z.discriminatedUnion("kind", ownStarts) }),
    limit: bodies.layout,
    answer: place,
    about: { id: "makeSpec", scopes: ["draft"], summary: "A new spec; its draft has revision 1", status: 201 },
  },
  "GET /api/v1/specs/:team/:spec/draft": {
    request: null,
    answer: draftAnswer,
    about: { id: "draft", scopes: reading, summary: "The draft, its revision (also its ETag), and what does not add up in it" },
  },
  "PUT /api/v1/specs/:team/:spec/draft": {
    request: null,
    text: ["application/json"],
    limit: bodies.layout,
    answer: draftAnswer,
    conflict: movedOn,
    about: {
      id: "replaceDraft",
      scopes: ["draft"],
      summary: "Makes the draft a layout document that was made from the revision in If-Match. Changes of others since then stay",
      headers: ["If-Match"],
    },
  },
  "PATCH /api/v1/specs/:team/:spec/draft": {
    request: null,
    text: ["application/json-patch+json"],
    limit: bodies.layout,
    answer: draftAnswer,
    conflict: movedOn,
    about: {
      id: "patchDraft",
      scopes: ["draft"],
      summary: "Applies a JSON Patch (RFC 6902: add, remove, replace, test) that was made for the revision in If-Match",
      headers: ["If-Match"],
    },
  },
  "POST /api/v1/specs/:team/:spec/draft/import": {
    request: null,
    text: readTypes,
    query: importQuery,
    limit: bodies.file,
    answer: draftAnswer.extend({ lost: z.array(z.string()).readonly().describe("What could not be read, and where") }),
    conflict: movedOn,
    about: {
      id: "importIntoDraft",
      scopes: ["draft"],
      summary: "Imports a file into the draft at the revision in If-Match. What its format cannot hold stays",
      headers: ["If-Match"],
    },
  },
  "GET /api/v1/specs/:team/:spec/changes": {
    request: null,
    query: z.strictObject({
      from: versionOrDraft("What is compared (default: latest)").default("latest"),
      to: versionOrDraft("With what (default: draft)").default("draft"),
    }),
    answer: changesAnswer,
    about: { id: "changes", scopes: reading, summary: "The changes between two versions, or a version and the draft" },
  },
  "GET /api/v1/specs/:team/:spec/comments": {
    request: null,
    query: pageQuery,
    answer: z.strictObject({
      threads: z
        .array(
          z.strictObject({
            first: comment,
            answers: z.array(comment).readonly().describe("The latest 20, in order"),
            earlier: z.number().int().describe("The number of answers before these"),
          }),
        )
        .readonly(),
      more: z.boolean(),
    }),
    about: { id: "comments", scopes: reading, summary: "The comments on the draft by thread, open ones first, 50 at a time" },
  },
  "POST /api/v1/specs/:team/:spec/comments": {
    request: z.strictObject({ about: commentAbout, words: writtenWords(1), thread: rowId.nullable().default(null) }),
    answer: z.strictObject({ id: rowId }),
    about: { id: "addComment", scopes: commenting, summary: "A comment on the draft, or an answer to a thread", status: 201 },
  },
  "POST /api/v1/specs/:team/:spec/comments/:id": {
    request: z.strictObject({ resolved: z.boolean() }),
    answer: nothing,
    about: { id: "resolveComment", scopes: commenting, summary: "Resolves a thread, or opens it again" },
  },
  "GET /api/v1/specs/:team/:spec/designs": {
    request: null,
    query: pageQuery,
    answer: z.strictObject({ designs: z.array(keptDesign).readonly(), total: z.number().int(), more: z.boolean() }),
    about: { id: "designs", scopes: reading, summary: "The saved designs, the latest first, 50 at a time" },
  },
  "POST /api/v1/specs/:team/:spec/designs": {
    request: z.strictObject({
      name: designName,
      source: z.enum(boxSources).default("boxes"),
      list: z.custom<object>((value) => typeof value === "object" && value !== null, { error: "must be a box list" }),
    }),
    limit: bodies.boxes,
    answer: z.strictObject({ id: rowId }),
    about: { id: "putDesign", scopes: ["draft"], summary: "Saves a design in place of any other of its name", status: 201 },
  },
  "GET /api/v1/specs/:team/:spec/designs/:id/fit": {
    request: null,
    query: z.strictObject({ against: versionOrDraft("What it is held against (default: draft)").default("draft") }),
    answer: fitAnswer,
    about: { id: "fitDesign", scopes: reading, summary: "A saved design against the draft or a version, as POST /fit answers" },
  },
  "GET /api/v1/specs/:team/:spec/follow": {
    request: null,
    answer: z.strictObject({
      follows: z
        .strictObject({
          ...place.shape,
          name: z.string(),
          version: versionNumber.describe("The one that was taken last"),
          later: z.array(versionNumber).readonly().describe("Versions after it that were not withdrawn, the latest first"),
        })
        .nullable(),
    }),
    about: { id: "follows", scopes: reading, summary: "The spec that the draft follows, and its later versions; null if it follows none" },
  },
  "POST /api/v1/specs/:team/:spec/follow": {
    request: z.strictObject({ team: slug, spec: slug, number: versionNumber }),
    answer: draftAnswer,
    conflict: movedOn,
    about: {
      id: "follow",
      scopes: ["draft"],
      summary: "Follows a version of another spec from now on; what differs stays the draft's own",
    },
  },
  "POST /api/v1/specs/:team/:spec/follow/update": {
    request: z.strictObject({
      number: versionNumber,
      keep: z.enum(["ours", "theirs"]).describe("Whose value stands where both sides changed a number").optional(),
    }),
    answer: draftAnswer,
    conflict: z.strictObject({
      revision: revisionNumber,
      met: z
        .array(z.strictObject({ change, ours: z.unknown() }))
        .readonly()
        .describe("What both sides changed"),
    }),
    about: {
      id: "takeUpdate",
      scopes: ["draft"],
      summary: "Takes a later version of the followed spec; what only the draft changed stays",
    },
  },
  "GET /api/v1/specs/:team/:spec/reviews": {
    request: null,
    answer: z.strictObject({
      review: z
        .strictObject({
          id: rowId,
          revision: revisionNumber.describe("Of the draft when it was requested"),
          words: z.string(),
          askedBy: z.string(),
          askedAt: moment,
          decision: z.enum(["approved", "sent-back"]).nullable().describe("null while it is open"),
          decisionWords: z.string(),
          decidedBy: z.string().nullable(),
          decidedAt: moment.nullable(),
        })
        .nullable(),
    }),
    about: { id: "review", scopes: reading, summary: "The latest review of the draft since the last version; null without one" },
  },
  "POST /api/v1/specs/:team/:spec/reviews": {
    request: z.strictObject({ revision: revisionNumber, words: writtenWords(0).default("") }),
    answer: nothing,
    conflict: atRevision,
    about: {
      id: "requestReview",
      scopes: ["review"],
      summary: "Requests a review of the draft at a revision from the team's leads",
      status: 201,
    },
  },
  "POST /api/v1/specs/:team/:spec/reviews/:id": {
    request: z.strictObject({ decision: z.enum(["approved", "sent-back"]), words: writtenWords(0).default("") }),
    answer: nothing,
    about: { id: "decideReview", scopes: ["review"], summary: "Approves the draft or sends it back" },
  },
  "POST /api/v1/specs/:team/:spec/publish": {
    request: z.strictObject({
      revision: revisionNumber.describe("The draft must still be at it"),
      number: versionNumber.describe("Without it, the least that the changes need").optional(),
      level: z.enum(versionLevels).describe("Without a number: raises it to this level at least").optional(),
      note: writtenWords(0).default(""),
    }),
    answer: z.strictObject({ number: versionNumber }),
    conflict: atRevision,
    about: {
      id: "publish",
      scopes: ["publish"],
      summary: "Publishes the draft at a revision as a version. The same request under the same key publishes once",
      headers: ["Idempotency-Key"],
      status: 201,
    },
  },
  "POST /api/v1/specs/:team/:spec/withdraw": {
    request: z.strictObject({ number: versionNumber, reason: writtenWords(1) }),
    answer: nothing,
    about: {
      id: "withdraw",
      scopes: ["publish"],
      summary: "Withdraws a version with a reason: it can still be read, and is never the latest",
    },
  },
  "GET /api/v1/teams/:team/projects": {
    request: null,
    query: pageQuery,
    answer: z.strictObject({
      projects: z
        .array(
          z.strictObject({
            id: rowId,
            name: z.string(),
            owner: z.string(),
            uses: z
              .array(
                z.strictObject({
                  spec: slug,
                  name: z.string(),
                  number: versionNumber,
                  withdrawn: z.boolean(),
                  latest: versionNumber.nullable(),
                  behind: z.number().int().describe("How many later versions there are"),
                }),
              )
              .readonly(),
          }),
        )
        .readonly(),
      more: z.boolean(),
    }),
    about: { id: "projects", scopes: ["manage"], summary: "The projects of a team and the versions they use, 50 at a time" },
  },
  "POST /api/v1/teams/:team/projects/:project/uses": {
    request: z.strictObject({ spec: slug, number: versionNumber.nullable() }),
    answer: z.strictObject({ number: versionNumber.nullable() }),
    about: { id: "setUse", scopes: ["manage"], summary: "Notes the version of a spec that a project uses; null for none any more" },
  },
} as const satisfies Readonly<Record<`${"GET" | "POST" | "PUT" | "PATCH"} /api/v1/${string}`, Contract>>;
