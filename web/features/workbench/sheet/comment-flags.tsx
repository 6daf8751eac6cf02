import { add, type Resolution, toNumber } from "@ypsiline/core";
import type { OpenComment } from "@/draft/draft-provider";

type Props = {
  readonly resolution: Resolution;
  readonly comments: readonly OpenComment[];
  readonly path: string;
  readonly x: (value: number) => number;
  readonly y: number;
  /** Screen px per px of layout. */
  readonly scale: number;
  readonly size: { readonly width: number; readonly height: number };
};

/** Where on the sheet each number of a breakpoint is spoken of, px of layout. */
const placeOf = ({ terms, columns, width }: Resolution, number: string | undefined): number => {
  const [first, second] = columns;
  const start = toNumber(terms.margin.start);
  switch (number) {
    case "columns":
      return first ? toNumber(first.start) + toNumber(first.width) / 2 : start;
    case "gutter":
      return first && second ? (toNumber(add(first.start, first.width)) + toNumber(second.start)) / 2 : start;
    case "margin":
      return start / 2;
    case "container":
      return start + toNumber(terms.container.width) / 2;
    default:
      return toNumber(width) - start / 2;
  }
};

/** Open comments on the breakpoint that is drawn, as flags where they belong; each leads to its thread. */
export const CommentFlags = ({ resolution, comments, path, x, y, scale, size }: Props) => {
  const areas = new Map(resolution.areas.map((one) => [one.area.id, one]));
  const here = comments.filter(({ about }) => about.split(" ")[0] === resolution.breakpoint.id || areas.has(about));
  if (here.length === 0) return null;
  return (
    <svg className="comment-flags" width={size.width} height={size.height}>
      {here.map(({ id, about, words, count }, index) => {
        const said = count > 1 ? `${words} (and ${(count - 1).toLocaleString("en")} more)` : words;
        const area = areas.get(about);
        const at = x(Math.max(0, area ? toNumber(area.left) + toNumber(area.width) / 2 : placeOf(resolution, about.split(" ")[1])));
        const top = y + 32 + (index % 4) * 20 + (area?.top ? toNumber(area.top) * scale : 0);
        return (
          <a key={id} href={`${path}?comment=${id}#comment-${id}`} aria-label={`Open comment: ${said}`}>
            <title>{said}</title>
            <rect x={at - 2} y={area ? top - 12 : y - 4} width="24" height={area ? 24 : top + 16 - y} fill="transparent" />
            <path d={area ? `M${at} ${top - 12}V${top}` : `M${at} ${y - 4}V${top}`} stroke="var(--row-edge)" strokeWidth="1.2" />
            <path d={`M${at} ${top - 8}h18v14h-12l-6 5z`} fill="var(--row)" stroke="var(--row-edge)" />
            <path d={`M${at + 4} ${top - 3}h10M${at + 4} ${top + 1}h7`} stroke="var(--row-edge)" />
          </a>
        );
      })}
    </svg>
  );
};
