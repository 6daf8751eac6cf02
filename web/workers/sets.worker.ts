import { rankSets, type Ranking, type SetList, type SetSearch, wholePixelSets } from "@ypsiline/core";
import { expose, transfer } from "comlink";

/** A search and its ranking as they cross to the worker: exact numbers are plain pairs and cross as they are. */
export type SetsQuestion = { readonly search: Omit<SetSearch, "onProgress">; readonly ranking: Ranking };

/** The sets that pass, best first, as parallel lists; `kept` counts all that pass, of which the first are listed. */
export type SetsAnswer =
  | {
      readonly ok: true;
      readonly combinations: number;
      readonly total: number;
      readonly kept: number;
      readonly list: SetList;
      readonly ms: number;
    }
  | { readonly ok: false; readonly issues: readonly { readonly path: string; readonly message: string }[] };

/** Most sets handed to the page; past it a search is too wide to read. */
const mostListed = 20_000;

const api = {
  search: ({ search, ranking }: SetsQuestion, onProgress: (share: number) => void): SetsAnswer => {
    const since = performance.now();
    const found = wholePixelSets({ ...search, onProgress });
    if (!found.ok) return { ok: false, issues: found.issues };
    const order = rankSets(found.list, ranking);
    const best = order.subarray(0, mostListed);
    const pick = (from: Float64Array): Float64Array => Float64Array.from(best, (index) => from[index] ?? 0);
    const list: SetList = {
      unit: found.list.unit,
      width: found.list.width,
      length: best.length,
      columns: Uint8Array.from(best, (index) => found.list.columns[index] ?? 0),
      column: pick(found.list.column),
      gutter: pick(found.list.gutter),
      margin: pick(found.list.margin),
    };
    const answer: SetsAnswer = {
      ok: true,
      combinations: found.combinations,
      total: found.total,
      kept: order.length,
      list,
      ms: performance.now() - since,
    };
    return transfer(answer, [list.columns.buffer, list.column.buffer, list.gutter.buffer, list.margin.buffer]);
  },
};
export type SetsWorker = typeof api;

expose(api);
