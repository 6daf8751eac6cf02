import valueParser from "postcss-value-parser";
import type { LintRule, Offence } from "../rule";
import { placeInValue, valueOf } from "../sheet";

const list = new Intl.ListFormat("en-GB");

/** Column counts of grids. */
export const columns: LintRule = {
  id: "other-columns",
  level: "caution",
  source: "a grid repeats as many columns as a breakpoint of the spec has, or an area of it spans",
  declaration: (declaration, { counts, spans }): readonly Offence[] => {
    if (!/^(grid-template-columns|grid-template)$/i.test(declaration.prop)) return [];
    const offences: Offence[] = [];
    const add = (count: number, offset: number): void => {
      if (counts.has(count) || spans.has(count)) return;
      const all = [...counts].sort((a, b) => a - b).map(String);
      offences.push({
        ...placeInValue(declaration, offset),
        message: `No breakpoint has ${count} columns, and no area spans as many. The spec has ${list.format(all)}.`,
      });
    };
    const value = valueParser(valueOf(declaration));
    // Equal shares that are written one by one: 1fr 1fr 1fr.
    const tracks = value.nodes.filter(({ type, value: word }) => type !== "space" && type !== "comment" && !/^\[.*\]$/.test(word));
    const [track] = tracks;
    if (track && tracks.length > 1 && tracks.every(({ type, value: word }) => type === "word" && /fr$/i.test(word) && word === track.value))
      add(tracks.length, track.sourceIndex);
    value.walk((node) => {
      if (node.type !== "function" || node.value.toLowerCase() !== "repeat") return;
      const [first] = node.nodes;
      const count = first?.type === "word" && /^\d+$/.test(first.value) ? Number(first.value) : null;
      if (first && count !== null) add(count, first.sourceIndex);
    });
    return offences;
  },
};
