import type { AtRule, Declaration, Document, Root, Rule, Syntax } from "postcss";
import postcss from "postcss";
import html from "postcss-html";
import less from "postcss-less";
import scss from "postcss-scss";
import { type Result, success, refused, wordsOf } from "../result";

/** A stylesheet of a project, or the style elements of a page or component. */
export type Sheet = { readonly name: string; readonly root: Root | Document };

const inElements = html({ css: postcss, scss, less });
/** The syntax of each kind of file; null for CSS itself. */
const syntaxes: Readonly<Record<string, Syntax | null>> = {
  css: null,
  scss,
  less,
  html: inElements,
  vue: inElements,
  svelte: inElements,
};

/** The endings of files that are read. */
const sheetEndings = Object.keys(syntaxes);

/** Reads a stylesheet by its ending; refused with the line where it cannot be read. */
export const readSheet = (name: string, text: string): Result<Sheet> => {
  const ending = name.split(".").at(-1)?.toLowerCase() ?? "";
  if (!Object.hasOwn(syntaxes, ending)) return refused(`${name} is no stylesheet that is read; ${sheetEndings.join(", ")} are`);
  const syntax = syntaxes[ending];
  try {
    return success({ name, root: postcss().process(text, { from: undefined, ...(syntax ? { syntax } : {}) }).root });
  } catch (error) {
    const { line, reason } = error as { readonly line?: number; readonly reason?: string };
    return refused(`${name} cannot be read${line === undefined ? "" : ` at line ${line}`}: ${reason ?? wordsOf(error)}`);
  }
};

/** Where something stands in a file, from 1. */
export type Place = { readonly line: number; readonly column: number };

/** A declaration's value as it is written, with the comments in it. */
export const valueOf = ({ raws, value }: Declaration): string => raws.value?.raw ?? value;

/** An at-rule's parameters as they are written, with the comments in them. */
export const paramsOf = ({ raws, params }: AtRule): string => raws.params?.raw ?? params;

/** The place after some text at the beginning of a node. PostCSS would count from the beginning of the file, each time. */
const placeAfter = (node: AtRule | Declaration | Rule, before: string): Place => {
  const { line = 1, column = 1 } = node.source?.start ?? {};
  const lines = before.split(/\r\n|[\n\r\f]/);
  const last = lines.at(-1) ?? "";
  return lines.length === 1 ? { line, column: column + last.length } : { line: line + lines.length - 1, column: last.length + 1 };
};

/** The place of a part of a declaration's value, which begins so many characters into it. */
export const placeInValue = (declaration: Declaration, offset: number): Place =>
  placeAfter(declaration, declaration.prop + (declaration.raws.between ?? ":") + valueOf(declaration).slice(0, offset));

/** The place of a part of an at-rule's parameters. */
export const placeInParams = (rule: AtRule, offset: number): Place =>
  placeAfter(rule, `@${rule.name}${rule.raws.afterName ?? " "}${paramsOf(rule).slice(0, offset)}`);

/** The place where a rule begins. */
export const placeOf = (rule: Rule): Place => placeAfter(rule, "");
