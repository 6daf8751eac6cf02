import { textCommand } from "../command";
import { choice, text } from "../options";
import { ask, type Instance, instanceOf, refusalOf } from "../registry/api";
import { type Result, success, refused } from "../result";
import type { World } from "../world";
import { revisionOf } from "./publish";

const decisions = ["approve", "send-back"] as const;

type Review = {
  readonly id: number;
  readonly revision: number;
  readonly words: string;
  readonly askedBy: string;
  readonly decision: "approved" | "sent-back" | null;
  readonly decidedBy: string | null;
};

const pathOf = ({ team, spec }: Instance): string => `/specs/${team}/${spec}/reviews`;

/** The latest review since the last version; null without one. */
const latest = async (instance: Instance): Promise<Result<Review | null>> => {
  const answer = await ask(instance, pathOf(instance));
  if (!answer.ok) return answer;
  return answer.value.status === 200 ? success(answer.value.data["review"] as Review | null) : refused(refusalOf(answer.value));
};

/** Requests a review of the draft. */
const request = async (world: World, instance: Instance, words: string, said: string | undefined): Promise<Result<string>> => {
  const revision = await revisionOf(world, instance, said);
  if (!revision.ok) return revision;
  const done = await ask(instance, pathOf(instance), { method: "POST", body: { revision: revision.value, words } });
  if (!done.ok) return done;
  return done.value.status === 201
    ? success(`A review of ${instance.name} was requested, at revision ${revision.value}.\n`)
    : refused(refusalOf(done.value));
};

/** Decides the open review. */
const decide = async (instance: Instance, decision: (typeof decisions)[number], words: string): Promise<Result<string>> => {
  const review = await latest(instance);
  if (!review.ok) return review;
  if (!review.value || review.value.decision !== null) return refused(`${instance.name} has no open review`);
  const body = { decision: decision === "approve" ? "approved" : "sent-back", words };
  const done = await ask(instance, `${pathOf(instance)}/${review.value.id}`, { method: "POST", body });
  if (!done.ok) return done;
  return done.value.status === 200
    ? success(`${instance.name}, revision ${review.value.revision}, was ${decision === "approve" ? "approved" : "sent back"}.\n`)
    : refused(refusalOf(done.value));
};

export const review = textCommand({
  name: "review",
  arguments: "<spec>",
  example: "review @team/spec --words …",
  summary: "request a review of the draft of a spec, or decide the open one",
  options: {
    words: text("--words <text>", "what to look at, or why"),
    decide: choice("--decide <decision>", "decide the open review", decisions),
    revision: text("--revision <number>", "revision of the draft (default: the one pushed from here, else the present one)"),
  },
  run: async (world, [spec = ""], { words = "", decide: decision, revision, registry }) => {
    const instance = await instanceOf(world, spec, registry);
    if (!instance.ok) return instance;
    return decision ? decide(instance.value, decision, words) : request(world, instance.value, words, revision);
  },
});
