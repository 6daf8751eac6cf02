import { boxListJson, boxSources, type BoxSource } from "@ypsiline/core";
import { z } from "zod/mini";
import type { Taken } from "./boxes-intake";

type Address = { readonly team: string; readonly spec: string };

const keyOf = ({ team, spec }: Address): string => `ypsiline fit ${team}/${spec}`;

/** The boxes opened last in this tab: a kept design by its id, others as text. */
const last = z.union([
  z.strictObject({ design: z.number() }),
  z.strictObject({ name: z.string(), source: z.enum(boxSources), notes: z.array(z.string()), list: z.string() }),
]);
export type LastBoxes =
  | { readonly design: number }
  | { readonly name: string; readonly source: BoxSource; readonly notes: readonly string[]; readonly list: string };

/** Remembers boxes for as long as the tab is open, so that reloading the page or going to another and back finds them. */
export const rememberBoxes = (address: Address, { name, source, notes, list, kept }: Taken): void => {
  const remembered: LastBoxes = kept ? { design: kept.id } : { name, source, notes, list: JSON.stringify(boxListJson(list)) };
  try {
    sessionStorage.setItem(keyOf(address), JSON.stringify(remembered));
  } catch {
    // There is no room for so many boxes: the page goes on with them, and "Keep" keeps them.
    sessionStorage.removeItem(keyOf(address));
  }
};

/** What was remembered; null if there is nothing, or it cannot be read. */
export const lastBoxes = (address: Address): LastBoxes | null => {
  try {
    const found = last.safeParse(JSON.parse(sessionStorage.getItem(keyOf(address)) ?? "null"));
    return found.success ? found.data : null;
  } catch {
    return null;
  }
};
