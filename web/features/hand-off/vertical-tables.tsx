import { breakpointRanges, inspectable, type Layout, type Resolutions, spacingSteps, toNumber, valueWords } from "@ypsiline/core";
import { Num, Said } from "@/ui/num";
import { pointedAt } from "./inspect-data";
import { TableScroll } from "@/ui/table-scroll";

/** Rows and baseline of every breakpoint: as declared, and resolved at the drawn-at size. */
export const RowsTable = ({ layout, drawn }: { readonly layout: Layout; readonly drawn: Resolutions }) => (
  <TableScroll label="Rows and baseline of every breakpoint" className="card-plain">
    <table className="numbers num">
      <thead>
        <tr>
          {["Breakpoint", "Rows", "Height", "Gutter", "Pitch", "Whole rows", "Left over", "Baseline", "Offset", "Lines"].map((label) => (
            <th key={label} scope="col">
              {label}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {breakpointRanges(layout).map(({ breakpoint }) => {
          const { rows, baseline } = breakpoint;
          const at = drawn(breakpoint.id);
          const height = at?.rows?.tracks[0]?.height;
          return (
            <tr key={breakpoint.id}>
              <td>{breakpoint.name}</td>
              <td>{rows === null ? "none" : rows.kind === "repeating" ? "repeating" : `${rows.count} dividing`}</td>
              <td>{height ? <Num value={height} /> : "–"}</td>
              <td>{rows ? <Said of={valueWords(rows.gutter)} /> : "–"}</td>
              <td className="worked-out">{at?.rows ? <Num value={at.rows.pitch} /> : "–"}</td>
              <td className="worked-out">{at?.rows?.whole ?? "–"}</td>
              <td className="worked-out">{at?.rows ? <Num value={at.rows.leftover} /> : "–"}</td>
              <td>{baseline ? <Said of={valueWords(baseline.step)} /> : "–"}</td>
              <td>{baseline ? <Said of={valueWords(baseline.offset)} /> : "–"}</td>
              <td className="worked-out">{at?.baseline?.lines ?? "–"}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  </TableScroll>
);

/** Spacing steps with their px, as bars to scale. */
export const SpacingList = ({ layout }: { readonly layout: Layout }) => (
  <ul className="card-plain spacing-list num">
    {spacingSteps(layout).map(({ name, px }) => (
      <li key={name}>
        <span>{name}</span>
        <Num value={px} />
        <i style={{ inlineSize: `${Math.min(240, toNumber(px))}px` }} aria-hidden="true" />
      </li>
    ))}
  </ul>
);

/** A row for each role, followed by one for each breakpoint at which its size differs. */
const textRows = ({ text, breakpoints }: Layout) =>
  text.flatMap(({ name, size, lineHeight, font, at = {} }) => [
    { key: name, name, size, lineHeight, font },
    ...breakpoints.flatMap(({ id, name: where }) => {
      const own = Object.hasOwn(at, id) ? at[id] : undefined;
      return own ? [{ key: `${name} ${id}`, name: `at ${where}`, ...own, font: "" }] : [];
    }),
  ]);

/** The text about a text role that is pointed at, with its size at the first breakpoint only. */
const inspectedRole = (layout: Layout, drawn: Resolutions, role: string) => {
  const first = drawn(breakpointRanges(layout)[0]?.breakpoint.id ?? "");
  const found = first && inspectable(layout, first).find(({ id }) => id === `text ${role}`);
  return found ? pointedAt(found) : {};
};

/** Text roles: size, line height and font. */
export const TextTable = ({ layout, drawn }: { readonly layout: Layout; readonly drawn: Resolutions }) => (
  <div className="table-scroll card-plain inspectable">
    <table className="numbers num">
      <thead>
        <tr>
          {["Role", "Size", "Line height", "Font"].map((label) => (
            <th key={label} scope="col">
              {label}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {textRows(layout).map(({ key, name, size, lineHeight, font }) => (
          <tr key={key}>
            <td>
              <span {...inspectedRole(layout, drawn, name)}>{name}</span>
            </td>
            <td>
              <Said of={valueWords(size)} />
            </td>
            <td>
              <Said of={valueWords(lineHeight)} />
            </td>
            <td>{font}</td>
          </tr>
        ))}
      </tbody>
    </table>
  </div>
);
