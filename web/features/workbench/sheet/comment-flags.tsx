import { add, type Resolution, toNumber } from "@ypsiline/core";
import type { OpenComment } from "@/draft/draft-provider";
import type { Box } from "./labels";

/** A flag on the sheet, screen px from the sheet's top left corner. */
export type Flag = {
  readonly comment: OpenComment;
  /** The position of its pole, from the flag down to its foot. */
  readonly at: number;
  readonly from: number;
  readonly to: number;
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

/** The open comments on a breakpoint and its areas, as flags at their places. */
export const flagsOf = (resolution: Resolution, comments: readonly OpenComment[], scale: number): readonly Flag[] => {
  const areas = new Map(resolution.areas.map((one) => [one.area.id, one]));
  return comments
    .filter(({ about }) => about.split(" ")[0] === resolution.breakpoint.id || areas.has(about))
    .map((comment, index) => {
      const area = areas.get(comment.about);
      const at = area ? toNumber(area.left) + toNumber(area.width) / 2 : placeOf(resolution, comment.about.split(" ")[1]);
      const to = 32 + (index % 4) * 20 + (area?.top ? toNumber(area.top) * scale : 0);
      return { comment, at: Math.max(0, at) * scale, from: to - 12, to };
    });
};

/** What a flag covers. */
export const boxOfFlag = ({ at, to }: Flag): Box => ({ left: at - 2, top: to - 12, width: 24, height: 28 });

type Props = {
  readonly flags: readonly Flag[];
  /** Address of the comments, where each flag leads to its thread. */
  readonly path: string;
  /** The position of the sheet on its paper, screen px. */
  readonly left: number;
  readonly top: number;
  readonly size: { readonly width: number; readonly height: number };
};

/** Open comments on the sheet; each leads to its thread. */
export const CommentFlags = ({ flags, path, left, top, size }: Props) =>
  flags.length > 0 && (
    <svg className="comment-flags" width={size.width} height={size.height}>
      <g transform={`translate(${left} ${top})`}>
        {flags.map(({ comment: { id, words, count }, at, from, to }) => {
          const said = count > 1 ? `${words} (and ${(count - 1).toLocaleString("en")} more)` : words;
          return (
            <a key={id} href={`${path}?comment=${id}#comment-${id}`} aria-label={`Open comment: ${said}`}>
              <title>{said}</title>
              <rect x={at - 2} y={from} width="24" height="24" fill="transparent" />
              <path d={`M${at} ${from}V${to}`} stroke="var(--row-edge)" strokeWidth="1.2" />
              <path d={`M${at} ${to - 8}h18v14h-12l-6 5z`} fill="var(--row)" stroke="var(--row-edge)" />
              <path d={`M${at + 4} ${to - 3}h10M${at + 4} ${to + 1}h7`} stroke="var(--row-edge)" />
            </a>
          );
        })}
      </g>
    </svg>
  );
