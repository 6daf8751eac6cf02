import type * as z from "zod/mini";
import { storedLayoutSchema } from "./schema";

type Def = {
  readonly type: string;
  readonly innerType?: z.core.$ZodType;
  readonly in?: z.core.$ZodType;
  readonly out?: z.core.$ZodType;
  readonly shape?: Readonly<Record<string, z.core.$ZodType>>;
  readonly element?: z.core.$ZodType;
  readonly valueType?: z.core.$ZodType;
  readonly options?: readonly z.core.$ZodType[];
  readonly discriminator?: string;
};

const defOf = (schema: z.core.$ZodType): Def => schema._zod.def as unknown as Def;

/** A schema without what only says whether a value may be left out, or how it is read. */
const bare = (schema: z.core.$ZodType): z.core.$ZodType => {
  const { type, innerType, in: from, out } = defOf(schema);
  if (innerType) return bare(innerType);
  if (type !== "pipe" || !from || !out) return schema;
  return bare(defOf(from).type === "transform" ? out : from);
};

/** The schema of a member, or of an entry of a list whatever it is named. */
const inside = (schema: z.core.$ZodType, name: string): z.core.$ZodType | null => {
  const { shape, element, valueType, options } = defOf(bare(schema));
  if (shape) return shape[name] ?? null;
  if (options) {
    for (const option of options) {
      const found = inside(option, name);
      if (found) return found;
    }
    return null;
  }
  return element ?? valueType ?? null;
};

/** What the schema says of the place a path leads to: remembered, since layouts are compared again and again. */
const remembered = <T>(find: (schema: z.core.$ZodType | null) => T) => {
  const known = new Map<string, T>();
  return (path: readonly string[]): T => {
    const key = path.join("\0");
    const before = known.get(key);
    if (before !== undefined) return before;
    let schema: z.core.$ZodType | null = storedLayoutSchema;
    for (const name of path) schema = schema && inside(schema, name);
    const found = find(schema);
    // Names come from outside: what is remembered is bounded.
    if (known.size > 10_000) known.clear();
    known.set(key, found);
    return found;
  };
};

/**
 * The member that says which kind a part of a layout is of, where that part is one of several kinds (`kind` of a container, of
 * rows, of the grid inside an area); null for every other part. Read from the schema: an area's `kind` is a label like any text.
 */
export const discriminatorAt = remembered((schema) => (schema ? (defOf(bare(schema)).discriminator ?? null) : null));

const mayBeMissing = (schema: z.core.$ZodType): boolean => ["optional", "default", "prefault"].includes(defOf(schema).type);

/**
 * Whether a part may be left out and every member of it, too: the totals expected of a breakpoint, a text role's sizes at
 * breakpoints. Whoever adds to one that is not there adds a member, and not the part.
 */
export const isOptionalPart = remembered((schema) => {
  if (!schema || defOf(schema).type !== "optional") return false;
  const { type, shape } = defOf(bare(schema));
  return type === "record" || (type === "object" && shape !== undefined && Object.values(shape).every(mayBeMissing));
});
