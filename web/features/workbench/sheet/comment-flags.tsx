import { add, type Resolution, toNumber } from "@ypsiline/core";

type Props = {
  readonly resolution: Resolution;
  readonly comments: readonly { readonly id: number; readonly about: string; readonly words: string }[];
  readonly path: string;
  readonly x: (value: number) => number;
  readonly y: number;
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
export const CommentFlags = ({ resolution, comments, path, x, y, size }: Props) => {
  const here = comments.filter(({ about }) => about.split(" ")[0] === resolution.breakpoint.id);
  if (here.length === 0) return null;
  return (
    <svg className="comment-flags" width={size.width} height={size.height}>
      {here.map(({ id, about, words }, index) => {
        const at = x(Math.max(0, placeOf(resolution, about.split(" ")[1])));
        const top = y + 32 + (index % 4) * 20;
        return (
          <a key={id} href={`${path}#comment-${id}`} aria-label={`Open comment: ${words}`}>
            <title>{words}</title>
            <rect x={at - 2} y={y - 4} width="22" height={top + 16 - y} fill="transparent" />
            <path d={`M${at} ${y - 4}V${top}`} stroke="var(--row-edge)" strokeWidth="1.2" />
            <path d={`M${at} ${top - 8}h18v14h-12l-6 5z`} fill="var(--row)" stroke="var(--row-edge)" />
            <path d={`M${at + 4} ${top - 3}h10M${at + 4} ${top + 1}h7`} stroke="var(--row-edge)" />
          </a>
        );
      })}
    </svg>
  );
};
