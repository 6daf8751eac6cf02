import written from "@/generated/guide.json";
import type { GuidePage } from "./compile";

/** The pages of the guide in order, as they were written when the application was built. */
export const guidePages: readonly GuidePage[] = written;

/** A section that contains every word of a search, with the text around the first of them. */
export type GuideHit = { readonly href: string; readonly page: string; readonly title: string; readonly around: string };

/** Longest search, characters, and the most parts it answers. */
const longest = 100;
const mostHits = 30;
/** Characters shown before and after the first word found. */
const reach = 80;

/** The text around a position, in whole words. */
const wordsAround = (text: string, at: number): string => {
  const from = at <= reach ? 0 : text.indexOf(" ", at - reach) + 1;
  const until = text.length <= at + reach ? text.length : text.lastIndexOf(" ", at + reach);
  return `${from > 0 ? "… " : ""}${text.slice(from, until)}${until < text.length ? " …" : ""}`;
};

/** Parts of the guide that hold every word of a search: first those whose titles do. Words are found by any part of them. */
export const searchGuide = (search: string, pages: readonly GuidePage[] = guidePages): readonly GuideHit[] => {
  const sought = search.slice(0, longest).toLowerCase().split(/\s+/).filter(Boolean);
  const [first] = sought;
  if (first === undefined) return [];
  const hits = pages.flatMap(({ slug, title: page, sections }) =>
    sections.flatMap(({ id, title, text }) => {
      const [inTitle, all] = [title.toLowerCase(), `${title} ${text}`.toLowerCase()];
      if (!sought.every((word) => all.includes(word))) return [];
      const around = wordsAround(text, Math.max(0, text.toLowerCase().indexOf(first)));
      return [
        { hit: { href: `/guide/${slug}${id && `#${id}`}`, page, title, around }, inTitle: sought.every((word) => inTitle.includes(word)) },
      ];
    }),
  );
  return [...hits.filter(({ inTitle }) => inTitle), ...hits.filter(({ inTitle }) => !inTitle)].slice(0, mostHits).map(({ hit }) => hit);
};
