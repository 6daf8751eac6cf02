import { type Exact, fromJsonNumber } from "../exact/exact";
import { show } from "../exact/show";

/** A name that a person gave something. It may hold anything: "Wall 16/9" is no sixteen ninths. */
export type Named = { readonly name: string };

/** A part of a sentence: our text, an exact number, or a name. Each is shown in its own way. */
export type Part = string | Exact | Named;

/** A sentence, or a sum, as its parts, so that no code searches text for numbers. */
export type Words = readonly Part[];

export const name = (text: string): Named => ({ name: text });

export const isName = (part: Part): part is Named => typeof part === "object" && "name" in part;

/** A sentence written as a template: `words\`At ${name(where)} a column measures ${column}\``. Numbers stay numbers. */
export const words = (texts: TemplateStringsArray, ...values: readonly (Part | number | Words)[]): Words =>
  texts.flatMap((text, index): Words => {
    const value = values[index];
    const said: Words = value === undefined ? [] : typeof value === "number" ? [fromJsonNumber(value)] : isWords(value) ? value : [value];
    return text === "" ? said : [text, ...said];
  });

const isWords = (value: Part | Words): value is Words => Array.isArray(value);

/** Sentences one after the other, with something between. */
export const joined = (all: readonly Words[], between: string): Words =>
  all.flatMap((one, index) => (index === 0 ? one : [between, ...one]));

/** A list as it is read: "a, b and c". */
export const listed = (all: readonly Words[]): Words =>
  all.length < 2 ? (all[0] ?? []) : [...joined(all.slice(0, -1), ", "), " and ", ...(all.at(-1) ?? [])];

/** As running text, with fractions as characters if they exist: "77⅔". */
export const plainText = (said: Words): string =>
  said.map((part) => (typeof part === "string" ? part : isName(part) ? part.name : show(part))).join("");
