import { Marked } from "marked";
import { checksPage } from "./checks-page";
import { guideDrawing, safe } from "./drawings";
import { withValues } from "./values";

/** A part of a page below one heading, for the search. */
type GuideSection = { readonly id: string; readonly title: string; readonly text: string };
export type GuidePage = {
  readonly slug: string;
  readonly title: string;
  /** The first paragraph: what the page is about. */
  readonly summary: string;
  readonly html: string;
  /** The page's beginning (id "") and each of its headings of the second level. */
  readonly sections: readonly GuideSection[];
};

const slugOf = (title: string): string =>
  title
    .toLowerCase()
    .replace(/<[^>]*>|&\w+;/g, "")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "");

/** Text of markup, for the search. */
const textOf = (html: string): string =>
  html
    .replace(/<svg[\s\S]*?<\/svg>|<[^>]*>/g, " ")
    .replaceAll("&quot;", '"')
    .replaceAll("&#39;", "'")
    .replaceAll("&lt;", "<")
    .replaceAll("&gt;", ">")
    .replaceAll("&amp;", "&")
    .replace(/\s+/g, " ")
    .trim();

/**
 * Reads one page of the guide. In addition to Markdown it may contain names of values in double braces
 * (`{{start.desk.column}}`), drawings (`![What it shows](drawing:start)`), pictures of the application
 * (`![…](screenshot:workbench)`) and ids of headings (`## A title {#id}`). @throws Error if a value, drawing or picture
 * is not known.
 */
export const compilePage = (slug: string, markdown: string, pictures: readonly string[]): GuidePage => {
  const marked = new Marked();
  marked.use({
    renderer: {
      heading({ tokens, depth }) {
        const said = this.parser.parseInline(tokens);
        const [, text = said, given] = /^(.*?)(?:\s*\{#([\w-]+)\})?$/.exec(said) ?? [];
        const id = given ?? slugOf(text);
        return depth === 1 ? `<h1>${text}</h1>` : `<h${depth} id="${id}"><a href="#${id}">${text}</a></h${depth}>`;
      },
      code({ text }) {
        return `<pre class="num" tabindex="0"><code>${safe(text)}</code></pre>`;
      },
      image({ href, text }) {
        const [kind, name = ""] = href.split(":");
        if (kind === "drawing") return `<figure>${guideDrawing(name, text)}<figcaption>${safe(text)}</figcaption></figure>`;
        if (kind !== "screenshot" || !pictures.includes(name)) throw new Error(`${slug}: there is no picture ${href}`);
        return `<figure><img src="/guide/pictures/${name}.png" alt="${safe(text)}" width="1280" height="800" loading="lazy"><figcaption>${safe(text)}</figcaption></figure>`;
      },
      // A picture alone is no paragraph.
      paragraph({ tokens }) {
        const inner = this.parser.parseInline(tokens);
        return inner.startsWith("<figure>") ? inner : `<p>${inner}</p>`;
      },
    },
  });
  const html = marked.parse(withValues(markdown), { async: false });
  const title = textOf(/<h1>([\s\S]*?)<\/h1>/.exec(html)?.[1] ?? "");
  if (title === "") throw new Error(`${slug}: a page of the guide begins with its title`);
  const body = html.replace(/<h1>[\s\S]*?<\/h1>/, "");
  const [beginning = "", ...rest] = body.split(/(?=<h2 )/);
  return {
    slug,
    title,
    summary: textOf(/<p>([\s\S]*?)<\/p>/.exec(body)?.[1] ?? ""),
    html: body,
    sections: [
      { id: "", title, text: textOf(beginning) },
      ...rest.map((part) => ({
        id: /id="([^"]*)"/.exec(part)?.[1] ?? "",
        title: textOf(/<h2[^>]*>([\s\S]*?)<\/h2>/.exec(part)?.[1] ?? ""),
        text: textOf(part.replace(/<h2[\s\S]*?<\/h2>/, "")),
      })),
    ],
  };
};

/** The place of the generated page of checks among the written ones: before the last. */
export const checksSlug = "checks";

/** All pages in order. `files` are those of docs/guide by name: `01-your-first-spec.md`. */
export const compileGuide = (files: Readonly<Record<string, string>>, pictures: readonly string[]): readonly GuidePage[] => {
  const written = Object.entries(files)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, markdown]) => compilePage(name.replace(/^\d+-|\.md$/g, ""), markdown, pictures));
  return [...written.slice(0, -1), compilePage(checksSlug, checksPage(), pictures), ...written.slice(-1)];
};
