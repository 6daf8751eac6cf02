import { show } from "../../exact/show";
import { exact } from "../../exact/exact";
import { lengthContext } from "../../grid/resolve";
import { px } from "../../exact/length";
import type { Area, Layout } from "../../layout/schema";
import { textNames } from "../css/text";
import { htmlWithPrefix, namesOf, scopeAttribute, withPrefix } from "../css/naming";
import type { CssOptions } from "../css/options";
import { contentHtml, contentLooks, type PageContent } from "./content";
import { escaped } from "./escaped";

/** What the areas of a page contain: only their names, text in the spec's roles, or own content. */
export type PageSample = "plain" | "text" | "own";

export type PageOptions = Pick<CssOptions, "query" | "prefix" | "scope"> & {
  readonly sample: PageSample;
  /** The stylesheet itself, or null if it is a file beside the page, layout.css. */
  readonly css: string | null;
  /** Own content by area; an area without content shows its name. */
  readonly content?: PageContent;
  /** Addresses of pictures by area: files beside the page, or data. */
  readonly pictures?: Readonly<Record<string, string>>;
};

/** Most roles that a sample is set in, so that it stays a sample. */
const mostRoles = 4;

/** The name of an area in the first text role, and a sentence in each of the next ones that says what it is set in. */
const sampleText = (layout: Layout, { name }: Area): string => {
  const context = lengthContext(layout, exact(1));
  const names = textNames(layout);
  return layout.text
    .slice(0, mostRoles)
    .map((role, index) => {
      // A role that grows with the page is named without a size, because the page is for all breakpoints.
      const set = role.at ? "" : ` is set in ${show(px(role.size, context))} on lines of ${show(px(role.lineHeight, context))}, and`;
      const words = index === 0 ? name : `${role.name}${set} breaks where this area ends.`;
      return `<p class="text-${names[index] ?? ""}">${escaped(words)}</p>`;
    })
    .join("");
};

/** One element per area, in reading order, with areas inside areas. The label over each takes no room. */
const elements = (layout: Layout, within: string | undefined, options: PageOptions): string =>
  layout.areas
    .filter((area) => area.within === within)
    .map((area) => {
      const inner = elements(layout, area.id, options);
      const own = options.sample === "own" ? options.content?.[area.id] : undefined;
      const sample = options.sample === "text" ? sampleText(layout, area) : "";
      const content = own
        ? `<div class="page-content page-own">${contentHtml(layout, own, options.pictures?.[area.id])}</div>`
        : `<div class="page-content">${sample}</div>`;
      const named = inner !== "" || (options.sample !== "text" && !own);
      return `<section class="area-${area.id} page-area" aria-label="${escaped(area.name)}">${named ? `<b class="page-name">${escaped(area.name)}</b>` : ""}${inner !== "" ? inner : content}</section>`;
    })
    .join("\n");

/** How the page looks beside the layout: nothing here places an area. */
const looks = `  html { scrollbar-width: none; }
  body { margin: 0; min-height: 100vh; position: relative; isolation: isolate; background: #fff; color: #18262e; font: 14px/20px system-ui, sans-serif; }
  .page-columns { position: absolute; inset: 0; z-index: -1; overflow: hidden; grid-template-rows: 100%; grid-auto-rows: 0; }
  .page-columns i { background: #e8f2ee; }
  .page-area { position: relative; box-shadow: inset 0 0 0 1px #18262e; background: rgb(255 255 255 / 80%); }
  .page-name { position: absolute; inset: 0 auto auto 0; padding: 0 8px; background: #18262e; color: #fff; font-size: 12px; line-height: 20px; }
  .page-content { grid-column: 1 / -1; min-width: 0; min-height: 96px; overflow-wrap: anywhere; }
  .page-content p { margin: 0; padding: 8px; }
  .page-content p:first-child { font-weight: 600; }
${contentLooks}`;

/**
 * A page of a layout's areas: the exported stylesheet, `.layout-areas` and one element per area, over the columns. Its
 * own style only adds an outline, a name, and a height for bands.
 */
export const writePage = (layout: Layout, options: PageOptions): string => {
  const { query, css } = options;
  const { prefix, scope } = namesOf(layout, options);
  const most = Math.max(...layout.breakpoints.map(({ columns }) => columns.count));
  const body = `<div class="layout-grid page-columns" aria-hidden="true">${"<i></i>".repeat(most)}</div>
<main class="layout-areas">
${elements(layout, undefined, options)}
</main>`;
  const inBody = htmlWithPrefix(query === "container" ? `<div class="layout">\n${body}\n</div>` : body, prefix);
  return `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(layout.name)}</title>
${css === null ? '<link rel="stylesheet" href="layout.css">' : `<style>\n${css}</style>`}
<style>
${withPrefix(looks, prefix)}
</style>
<body${scopeAttribute(scope)}>
${inBody}
</body>
</html>
`;
};
