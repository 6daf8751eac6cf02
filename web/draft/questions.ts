import { asManyAsHold, type Change, type Conflict, type Layout, putOver } from "@ypsiline/core";

/** Whose value to keep where two people changed the same number. */
export type Choice = "mine" | "theirs";

/** What a person is asked about the draft, and what was set aside for them to read. */
export type Questions = {
  /** Conflicts as they are shown, one question each; empty if there are none. */
  readonly asked: readonly Conflict[];
  /** The changes that are asked about, as they were made here. They exist nowhere else until the questions are answered. */
  readonly inQuestion: readonly Change[];
  /** Changes that were chosen but cannot be combined with what others did, kept until they have been read. */
  readonly aside: readonly Change[];
};

export const noQuestions: Questions = { asked: [], inQuestion: [], aside: [] };

/** Adds questions about changes that no longer apply, shown as `shown`. */
export const questionsWith = (questions: Questions, conflicts: readonly Conflict[], shown = conflicts): Questions =>
  conflicts.length === 0
    ? questions
    : {
        ...questions,
        asked: [...questions.asked, ...shown],
        inQuestion: [...questions.inQuestion, ...conflicts.map(({ change }) => change)],
      };

/** Sets changes aside to be read. */
export const keptAside = (questions: Questions, changes: readonly Change[]): Questions => ({
  ...questions,
  aside: [...questions.aside, ...changes],
});

/**
 * The layout with every question answered: chosen values of one's own replace what is there. A chosen value that makes an
 * invalid layout is set aside and not asked about again.
 */
export const questionsSettled = (
  questions: Questions,
  layout: Layout,
  choices: readonly Choice[],
): { readonly questions: Questions; readonly layout: Layout } => {
  const mine = questions.asked.flatMap(({ change }, index) => (choices[index] === "mine" ? change : []));
  const held = asManyAsHold(layout, mine, putOver);
  return { questions: { asked: [], inQuestion: [], aside: [...questions.aside, ...held.left] }, layout: held.layout };
};
