import {
  breakpointCss,
  breakpointRanges,
  check,
  findingWords,
  type Layout,
  plainCss,
  readStoredText,
  type Resolutions,
  resolutionsOf,
  withoutFollows,
} from "@ypsiline/core";
import type { ReactNode } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import type { HandOffTask } from "@/server/heavy/kinds";
import type { HandOffParts } from "@/wire/drawn";
import { Downloads } from "@/ui/downloads";
import { ChangeTables } from "@/ui/change-tables";
import { Said } from "@/ui/num";
import { AreasTables } from "./areas-tables";
import { CopyNext } from "./copy-next";
import { Drawings } from "./drawings";
import { NumbersTable } from "./numbers-table";
import { Spans } from "./spans";
import { RowsTable, SpacingList, TextTable } from "./vertical-tables";

type TablesProps = { readonly layout: Layout; readonly drawn: Resolutions; readonly areas: string | null };

const Tables = ({ layout, drawn, areas }: TablesProps) => (
  <>
    <h2>Spans</h2>
    <Spans layout={layout} />
    {layout.areas.length > 0 && (
      <>
        <h2 id="areas">Areas</h2>
        <AreasTables layout={layout} drawn={drawn} asked={areas} />
      </>
    )}
    <h2>Rows and baseline</h2>
    <RowsTable layout={layout} drawn={drawn} />
    {layout.text.length > 0 && (
      <>
        <h2>Text roles</h2>
        <TextTable layout={layout} />
      </>
    )}
    {layout.spacing.length > 0 && (
      <>
        <h2>Spacing</h2>
        <SpacingList layout={layout} />
      </>
    )}
  </>
);

const Notes = ({ layout }: { readonly layout: Layout }) => {
  const accepted = check(layout).findings.filter((finding) => finding.accepted !== null);
  const nameOf = (id: string): string =>
    layout.breakpoints.find((one) => one.id === id)?.name ?? layout.areas.find((one) => one.id === id)?.name ?? "Spec";
  return (
    <>
      {layout.notes.length > 0 && (
        <>
          <h2>Notes on the layout</h2>
          {layout.notes.map(({ about, text }, index) => (
            <p key={index} className="said">
              <strong>{nameOf(about)}:</strong> {text}
            </p>
          ))}
        </>
      )}
      {accepted.length > 0 && (
        <>
          <h2>Accepted findings</h2>
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

const Code = ({ layout }: { readonly layout: Layout }) =>
  breakpointRanges(layout).map((range, index) => (
    <details key={range.breakpoint.id} className="code" open={index === 0}>
      <summary>{range.breakpoint.name}</summary>
      <CopyNext label={`${range.breakpoint.name} in CSS`} />
      <pre>{breakpointCss(layout, range, index === 0, plainCss)}</pre>
    </details>
  ));

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
    breakpoints: layout.breakpoints.length,
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
    tables: html(<Tables layout={layout} drawn={drawn} areas={areas} />),
    downloads: html(<Downloads layout={layout} files={files} stem={stem} />),
    changes: before && html(<ChangeTables before={before} after={layout} names={["before", "this version"]} />),
    notes: html(<Notes layout={layout} />),
    code: html(<Code layout={layout} />),
  };
};
