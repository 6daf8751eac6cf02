import { z } from "zod";
import { layoutSchema } from "./schema";

/** JSON Schema (2020-12) of the layout document, generated from the Zod schema the code uses. */
export const layoutJsonSchema = (): Record<string, unknown> => ({
  $id: "/schema/layout-1.json",
  title: "Ypsiline layout document, version 1",
  ...z.toJSONSchema(layoutSchema, { target: "draft-2020-12", io: "input", unrepresentable: "any" }),
});
