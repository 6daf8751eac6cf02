import { type Following, followOn, type Layout } from "@ypsiline/core";
import { expose } from "comlink";

const api = {
  /** What a later version of the followed spec would do to a draft. */
  follow: (base: Layout, theirs: Layout, mine: Layout): Following => followOn(base, theirs, mine),
};
export type FollowWorker = typeof api;

expose(api);
