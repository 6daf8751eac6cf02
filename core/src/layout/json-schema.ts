import * as z from "zod/mini";
import { layoutSchema } from "./schema";

/** JSON Schema (2020-12) of the layout document, generated from the Zod schema the code uses. */
export const layoutJsonSchema = (): Record<string, unknown> => ({
  $id: "/schema/layout-1.json",
  title: "Ypsiline layout document, version 1",
  description:
    "Stricter than this schema can say: lengths are at most 100,000px and steps above 0; widths, heights and multiples have at most 3 decimals; ids and names are unique in their lists; placements name breakpoints of the document; extensions are at most 32 levels deep and 64 KiB; no text holds U+0000 or half a surrogate pair; the whole has at most 200,000 members.",
  ...z.toJSONSchema(layoutSchema, { target: "draft-2020-12", io: "input", unrepresentable: "any" }),
});
