import type { Layout } from "../layout/schema";
import { plainText } from "../words/words";
import { changeOfBreakpoint, changesByBreakpoint } from "./effects";
import { versionLevel } from "./version-level";
import { changeSentence } from "./words";

/** The changes between two layouts as programs are told them: values as they are written, and sentences. */
export type ChangesJson = {
  /** The version level they need; null if there are none. */
  readonly level: ReturnType<typeof versionLevel>["level"] | null;
  readonly changes: readonly { readonly where: string; readonly what: string; readonly from: string | null; readonly to: string }[];
  readonly sentences: readonly string[];
};

/** The changes from one layout to another, of the whole spec first and then of each breakpoint. */
export const changesJson = (was: Layout, is: Layout): ChangesJson => {
  const { spec, breakpoints } = changesByBreakpoint(was, is);
  const sentences = [
    ...spec.map((one) => plainText(changeSentence(one))),
    ...breakpoints.filter(({ kind }) => kind !== "same").map((one) => plainText(changeOfBreakpoint(one))),
  ];
  const changes = [...spec, ...breakpoints.flatMap(({ changes: own }) => own)].map(({ where, what, from, to }) => ({
    where,
    what: plainText(what),
    from: from && plainText(from),
    to: plainText(to),
  }));
  return { level: sentences.length === 0 ? null : versionLevel(was, is).level, changes, sentences };
};
