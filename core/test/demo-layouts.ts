import { demoSpecs } from "../../scripts/demo-layouts";
import type { Layout } from "../src/index";

/** Every layout of the demo, drafts and versions. */
export const demoLayouts: readonly Layout[] = demoSpecs.flatMap(({ draft, versions }) => [draft, ...versions.map(({ layout }) => layout)]);
