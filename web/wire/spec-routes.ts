import { versionLevels } from "@ypsiline/core";
import { z } from "zod";
import { checkAnswer, layoutHere } from "./api";
import { bodies, change, columnStart, type Contract, place, someDocument } from "./contract";
import { description, givenName, moment, nothing, revisionNumber, rowId, slug, versionNumber, writtenWords } from "./shapes";

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
    about: { id: "specs", summary: "The specs whose drafts one may read, 50 at a time" },
  },
  "POST /api/v1/specs": {
    request: z.strictObject({
      team: slug,
      name: givenName,
      description: description.default(""),
      start: z.discriminatedUnion("kind", [
        z.strictObject({ kind: z.literal("blank") }),
        columnStart,
        z.strictObject({ kind: z.literal("layout"), layout: someDocument }),
      ]),
    }),
    limit: bodies.layout,
    answer: place,
    about: { id: "makeSpec", summary: "A new spec; its draft has revision 1", status: 201 },
  },
  "GET /api/v1/specs/:team/:spec/draft": {
    request: null,
    answer: draftAnswer,
    about: { id: "draft", summary: "The draft, its revision (also its ETag), and what does not add up in it" },
  },
  "PUT /api/v1/specs/:team/:spec/draft": {
    request: null,
    text: ["application/json"],
    limit: bodies.layout,
    answer: draftAnswer,
    conflict: movedOn,
    about: {
      id: "replaceDraft",
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
      summary: "Applies a JSON Patch (RFC 6902: add, remove, replace, test) that was made for the revision in If-Match",
      headers: ["If-Match"],
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
    about: { id: "review", summary: "The latest review of the draft since the last version; null without one" },
  },
  "POST /api/v1/specs/:team/:spec/reviews": {
    request: z.strictObject({ revision: revisionNumber, words: writtenWords(0).default("") }),
    answer: nothing,
    conflict: atRevision,
    about: { id: "requestReview", summary: "Requests a review of the draft at a revision from the team's leads", status: 201 },
  },
  "POST /api/v1/specs/:team/:spec/reviews/:id": {
    request: z.strictObject({ decision: z.enum(["approved", "sent-back"]), words: writtenWords(0).default("") }),
    answer: nothing,
    about: { id: "decideReview", summary: "Approves the draft or sends it back" },
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
      summary: "Publishes the draft at a revision as a version. The same request under the same key publishes once",
      headers: ["Idempotency-Key"],
      status: 201,
    },
  },
  "POST /api/v1/specs/:team/:spec/withdraw": {
    request: z.strictObject({ number: versionNumber, reason: writtenWords(1) }),
    answer: nothing,
    about: { id: "withdraw", summary: "Withdraws a version with a reason: it can still be read, and is never the latest" },
  },
} as const satisfies Readonly<Record<`${"GET" | "POST" | "PUT" | "PATCH"} /api/v1/${string}`, Contract>>;
