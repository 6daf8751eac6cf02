import { type CssNode, find, parse } from "css-tree";

/** Text as syntax in a context ("value", "selectorList" …); null if any of it is not well-formed. */
export const syntaxOf = (text: string, context: string): CssNode | null => {
  try {
    const tree = parse(text, { context });
    return find(tree, ({ type }) => type === "Raw") ? null : tree;
  } catch (error) {
    if (error instanceof Error && error.name === "SyntaxError") return null;
    throw error;
  }
};
