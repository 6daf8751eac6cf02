import { type AreaBox, areaBoxes, type Resolution, toNumber } from "@ypsiline/core";

type Props = {
  /** The current areas, drawn solid; null without areas. */
  readonly after: Resolution | null;
  /** The earlier areas, drawn dashed on top; null if nothing is compared. */
  readonly before: Resolution | null;
  readonly label: string;
};

/** A small plan of the areas at a breakpoint. A band, whose content decides its height, ends in a dashed line. */
export const AreasPlan = ({ after, before, label }: Props) => {
  const shown = after ?? before;
  if (!shown) return null;
  const width = Math.max(...[after, before].map((one) => (one ? toNumber(one.width) : 0)));
  const boxes = after ? areaBoxes(after) : [];
  const earlier = before ? areaBoxes(before) : [];
  const height = Math.max(1, ...[...boxes, ...earlier].map(({ top, height: tall }) => top + tall));
  // Px of layout to a screen px, about: the plan is as wide as its place, and not higher than this.
  const line = Math.max(width / 800, height / 360);
  const rect = ({ left, top, width: wide, height: tall }: AreaBox) => ({ x: left, y: top, width: wide, height: tall });
  return (
    <svg className="areas-plan" viewBox={`${-line} ${-line} ${width + 2 * line} ${height + 2 * line}`} role="img" aria-label={label}>
      <rect x="0" y="0" width={width} height={height} fill="#fff" stroke="var(--rule-2)" strokeWidth={line} />
      {boxes.map((box) => (
        <rect
          key={box.one.area.id}
          {...rect(box)}
          fill={box.one.depth === 0 ? "var(--column)" : "#fff"}
          fillOpacity="0.6"
          stroke="var(--ink)"
          strokeWidth={line}
          strokeDasharray={box.band ? `${4 * line} ${2 * line}` : undefined}
        />
      ))}
      {earlier.map((box) => (
        <rect
          key={box.one.area.id}
          {...rect(box)}
          fill="none"
          stroke="var(--probe)"
          strokeWidth={1.5 * line}
          strokeDasharray={`${6 * line} ${4 * line}`}
        />
      ))}
      {(boxes.length > 0 ? boxes : earlier).map(({ one, left, top }) => (
        <text key={one.area.id} x={left + 6 * line} y={top + 14 * line} fontSize={11 * line} fill="var(--ink)">
          {one.area.name}
        </text>
      ))}
    </svg>
  );
};

/** Whether areas differ between two layouts at a breakpoint. */
export const areasDiffer = (before: Resolution | null, after: Resolution | null): boolean => {
  const places = (of: Resolution | null): string =>
    JSON.stringify(of ? areaBoxes(of).map(({ one, left, top, width, height }) => [one.area.id, left, top, width, height]) : []);
  return places(before) !== places(after);
};
