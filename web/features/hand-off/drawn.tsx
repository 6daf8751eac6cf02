import { breakpointRanges, check, findingWords, type Layout, readStoredText, resolutionsOf, withoutFollows } from "@ypsiline/core";
import type { ReactNode } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import type { HandOffTask } from "@/server/heavy/kinds";
import type { HandOffParts } from "@/wire/drawn";
import { Downloads } from "@/ui/downloads";
import { ChangeTables } from "@/ui/change-tables";
import { Said } from "@/ui/num";
import { Breakpoints } from "./breakpoints";
import { Drawings } from "./drawings";
import { NumbersTable } from "./numbers-table";
import { RowsTable, SpacingList, TextTable } from "./vertical-tables";

const Notes = ({ layout }: { readonly layout: Layout }) => {
  const accepted = check(layout).findings.filter((finding) => finding.accepted !== null);
  const nameOf = (id: string): string =>
    layout.breakpoints.find((one) => one.id === id)?.name ?? layout.areas.find((one) => one.id === id)?.name ?? "Spec";
  return (
    <>
      {layout.notes.length > 0 && (
        <>
          {layout.notes.map(({ about, text }, index) => (
            <p key={index} className="said">
              <strong>{nameOf(about)}:</strong> {text}
            </p>
          ))}
        </>
      )}
      {accepted.length > 0 && (
        <>
          <h3>Accepted findings</h3>
          {accepted.map((finding) => (
            <p key={`${finding.rule} ${finding.breakpoint}`} className="said">
              <strong>{nameOf(finding.breakpoint)}:</strong> <Said of={findingWords(finding, nameOf(finding.breakpoint)).title} />.{" "}
              {finding.accepted}
            </p>
          ))}
        </>
      )}
    </>
  );
};

/** The largest width at which the last breakpoint is shown. */
const widest = 2560;

const html = (part: ReactNode): string => renderToStaticMarkup(part);

/** Draws what the hand-off page of a version shows. Made by a worker, since a large layout takes a second. */
export const drawnHandOff = ({ layout: text, before: textBefore, member, areas, files, stem }: HandOffTask): HandOffParts => {
  const read = (stored: string): Layout => {
    const stands = readStoredText(stored);
    // What a spec follows is its team's to know.
    return member ? stands : withoutFollows(stands);
  };
  const layout = read(text);
  const drawn = resolutionsOf(layout);
  const before = textBefore === null ? null : read(textBefore);
  return {
    name: layout.name,
    base: layout.base,
    breakpoints: breakpointRanges(layout).map(({ breakpoint: { id, name, from, drawnAt }, until }) => ({
      id,
      name,
      width: drawnAt.width,
      from: Math.min(from, drawnAt.width),
      to: Math.max(until === null ? widest : Math.ceil(until) - 1, drawnAt.width),
    })),
    follows: layout.follows ?? null,
    drawings: html(
      <>
        <div className="on-desk">
          <Drawings layout={layout} names="beside" />
        </div>
        <div className="on-phone">
          <Drawings layout={layout} names="above" />
        </div>
      </>,
    ),
    numbers: html(<NumbersTable layout={layout} drawn={drawn} />),
    sections: html(<Breakpoints layout={layout} drawn={drawn} areas={areas} />),
    rows: html(<RowsTable layout={layout} drawn={drawn} />),
    text: layout.text.length > 0 ? html(<TextTable layout={layout} drawn={drawn} />) : "",
    spacing: layout.spacing.length > 0 ? html(<SpacingList layout={layout} />) : "",
    downloads: html(<Downloads layout={layout} files={files} stem={stem} />),
    changes: before && html(<ChangeTables before={before} after={layout} names={["before", "this version"]} />),
    notes: html(<Notes layout={layout} />),
  };
};
