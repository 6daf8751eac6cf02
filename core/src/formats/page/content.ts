import { z } from "zod/mini";
import { escaped } from "./escaped";
import { textNames } from "../css/text";
import type { Layout } from "../../layout/schema";
import { limits } from "../../layout/limits";

/** Most cards of one area, and the longest side of a picture, px. */
export const contentLimits = { cards: 60, side: limits.size, cardWords: 200 } as const;

const counted = (most: number) => {
  const error = `must be from 1 to ${most.toLocaleString("en")}`;
  return z.int({ error: "must be a whole number" }).check(z.minimum(1, { error }), z.maximum(most, { error }));
};
const words = (most: number) => z.string().check(z.maxLength(most, { error: `must have at most ${most.toLocaleString("en")} characters` }));

/** What an area of a tried page holds: text in one of the spec's text roles, a picture of so many px, or cards. */
export const areaContent = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("text"),
    /** Name of a text role; null for the page's own type. A removed role counts as none. */
    role: z.nullable(words(limits.text)),
    words: words(limits.text),
  }),
  z.strictObject({ kind: z.literal("picture"), width: counted(contentLimits.side), height: counted(contentLimits.side) }),
  z.strictObject({ kind: z.literal("cards"), count: counted(contentLimits.cards), words: words(contentLimits.cardWords) }),
]);
export type AreaContent = z.infer<typeof areaContent>;

/** Content by the ids of areas. An area that holds other areas shows those instead. */
export type PageContent = Readonly<Record<string, AreaContent>>;

/** A card says its words so many times: cards of one row are not equally high. */
const timesSaid = (index: number): number => 1 + ((index * 3) % 4);

const textHtml = (layout: Layout, { role, words }: Extract<AreaContent, { kind: "text" }>): string => {
  const index = layout.text.findIndex(({ name }) => name === role);
  const name = index < 0 ? undefined : textNames(layout)[index];
  const open = name === undefined ? "<p>" : `<p class="text-${name}">`;
  return words
    .split(/\n[^\S\n]*\n\s*/)
    .filter((paragraph) => paragraph.trim() !== "")
    .map((paragraph) => `${open}${paragraph.trim().split("\n").map(escaped).join("<br>")}</p>`)
    .join("");
};

/**
 * A picture keeps its proportions and is at most as wide as its area. `source` is its address; without one a
 * placeholder is drawn.
 */
const pictureHtml = ({ width, height }: Extract<AreaContent, { kind: "picture" }>, source: string | undefined): string =>
  source === undefined
    ? `<svg class="page-picture" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" role="img" aria-label="Picture of ${width} by ${height}"><rect width="100%" height="100%"/><path d="M0 0L${width} ${height}M${width} 0L0 ${height}" vector-effect="non-scaling-stroke"/></svg>`
    : `<img class="page-picture" src="${escaped(source)}" width="${width}" height="${height}" alt="">`;

const cardsHtml = ({ count, words }: Extract<AreaContent, { kind: "cards" }>): string =>
  `<div class="page-cards">${Array.from({ length: count }, (_, index) => `<div><b>${index + 1}</b> ${`${escaped(words)} `.repeat(timesSaid(index)).trim()}</div>`).join("")}</div>`;

/** An area's content as HTML, with typed text escaped. `source` is the address of its picture, if it has one. */
export const contentHtml = (layout: Layout, content: AreaContent, source?: string): string =>
  content.kind === "text" ? textHtml(layout, content) : content.kind === "picture" ? pictureHtml(content, source) : cardsHtml(content);

/** How content looks; nothing here places an area. */
export const contentLooks = `  .page-own { min-height: 0; }
  .page-own p, .page-own p:first-child { padding: 0; font-weight: inherit; }
  .page-own p + p { margin-block-start: 1lh; }
  .page-picture { display: block; max-width: 100%; height: auto; object-fit: cover; fill: #e8e5da; stroke: #8b9791; }
  .page-cards { display: grid; grid-template-columns: repeat(auto-fill, minmax(min(100%, 160px), 1fr)); gap: var(--layout-gutter); }
  .page-cards > div { padding: 8px; border: 1px solid #8b9791; background: #fff; }`;
