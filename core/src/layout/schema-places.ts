import type * as z from "zod/mini";
import { isMembers, type Members, ownMember } from "./member";
import { breakpointSchema, storedLayoutSchema } from "./schema";

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
  readonly values?: readonly unknown[];
  readonly entries?: Readonly<Record<string, string>>;
};

const defOf = (schema: z.core.$ZodType): Def => schema._zod.def;

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
 * The member that names the kind of a part with several kinds (`kind` of a container, of rows, of a nested grid); null
 * for every other part. Read from the schema: an area's `kind` is only a label.
 */
export const discriminatorAt = remembered((schema) => (schema ? (defOf(bare(schema)).discriminator ?? null) : null));

const mayBeMissing = (schema: z.core.$ZodType): boolean => ["optional", "default", "prefault"].includes(defOf(schema).type);

/**
 * Whether a part and all of its members are optional: the stated totals of a breakpoint, a text role's sizes at
 * breakpoints. Adding to a missing one adds a member, not the part.
 */
export const isOptionalPart = remembered((schema) => {
  if (!schema || defOf(schema).type !== "optional") return false;
  const { type, shape } = defOf(bare(schema));
  return type === "record" || (type === "object" && shape !== undefined && Object.values(shape).every(mayBeMissing));
});

/** What a leaf of a layout may be: a number, one of a few words, or any text. */
export type LeafKind = "number" | "text" | readonly string[];

/** Every schema of a member, one for each kind of part that has it. */
const allInside = (schema: z.core.$ZodType, name: string): readonly z.core.$ZodType[] => {
  const { options } = defOf(bare(schema));
  if (options) return options.flatMap((option) => allInside(option, name));
  const found = inside(schema, name);
  return found ? [found] : [];
};

const kindOf = (schemas: readonly z.core.$ZodType[]): LeafKind => {
  const defs = schemas.map((schema) => defOf(bare(schema)));
  if (defs.every(({ type }) => type === "number")) return "number";
  const words = defs.flatMap(({ values = [], entries = {} }) => [...values, ...Object.values(entries)]);
  return words.length > 0 ? words.map(String) : "text";
};

/** What the leaf at a path of a breakpoint may be. */
export const leafKindAt = (path: string): LeafKind =>
  kindOf(path.split("/").reduce<readonly z.core.$ZodType[]>((all, name) => all.flatMap((one) => allInside(one, name)), [breakpointSchema]));

/**
 * The path of the part around a path that may be missing as a whole: `rows`, `columns/stated`; null if there is none.
 */
export const missablePartAt = (path: string): string | null => {
  const names = path.split("/");
  let schemas: readonly z.core.$ZodType[] = [breakpointSchema];
  let found: string | null = null;
  names.slice(0, -1).forEach((name, index) => {
    schemas = schemas.flatMap((one) => allInside(one, name));
    const maybe = (schema: z.core.$ZodType): boolean => {
      const { type, innerType } = defOf(schema);
      return type === "optional" || type === "nullable" || (innerType !== undefined && maybe(innerType));
    };
    if (schemas.some(maybe)) found = names.slice(0, index + 1).join("/");
  });
  return found;
};

/** A part with only the members that its schema has; of one that is one of several kinds, those of its kind. */
const fitting = (schema: z.core.$ZodType, value: unknown): unknown => {
  const { shape, options, discriminator = "" } = defOf(bare(schema));
  if (!isMembers(value)) return value;
  if (options) {
    const kind = value[discriminator];
    const own = options.find((option) => defOf(bare(inside(option, discriminator) ?? option)).values?.includes(kind));
    return own ? fitting(own, value) : value;
  }
  if (!shape) return value;
  return Object.fromEntries(
    Object.entries(value).flatMap(([name, member]) => {
      const inner = ownMember(shape, name);
      return inner ? [[name, fitting(inner, member)]] : [];
    }),
  );
};

/** The same of a whole breakpoint. */
export const fittingBreakpoint = (value: Members): Members => fitting(breakpointSchema, value) as Members;
