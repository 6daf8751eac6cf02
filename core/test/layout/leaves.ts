import { layoutJsonSchema } from "../../src/index";

type Schema = {
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
  readonly items?: Schema;
  readonly type?: string;
};

/** Paths of all members of a JSON Schema that have no members of their own. */
const leaves = (schema: Schema, path: string): readonly string[] => {
  const either = [...(schema.anyOf ?? []), ...(schema.oneOf ?? [])];
  if (either.length > 0) return either.flatMap((one) => leaves(one, path));
  if (schema.properties)
    return Object.entries(schema.properties).flatMap(([name, inner]) => leaves(inner, path === "" ? name : `${path}/${name}`));
  return schema.type === "null" ? [] : [path];
};

/** Every leaf of a breakpoint in the published JSON Schema. */
export const breakpointLeaves = (): ReadonlySet<string> => {
  const breakpoint = (layoutJsonSchema() as unknown as Schema).properties?.["breakpoints"]?.items;
  if (!breakpoint) throw new Error("the schema has no breakpoints");
  return new Set(leaves(breakpoint, ""));
};
