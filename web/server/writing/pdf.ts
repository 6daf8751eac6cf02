import {
  areaBoxes,
  breakpointRanges,
  changesByBreakpoint,
  breakpointSentence,
  findingWords,
  check,
  fromJsonNumber,
  type Layout,
  placeText,
  type Resolutions,
  resolutionsOf,
  show,
  spacingSteps,
  spanWidth,
  termsAt,
  toNumber,
  valueWords,
  changeSentence,
  type Exact,
  isName,
  joined,
  name,
  shownNumber,
  type Words,
  words,
} from "@ypsiline/core";
import { createRequire } from "node:module";
import type PDFDocument from "pdfkit";

/** What a sheet is printed from. */
export type SheetOf = {
  readonly layout: Layout;
  readonly version: string;
  readonly published: string;
  /** When it was published or last changed, so that the same version makes the same file. */
  readonly at: Date;
  readonly note: string;
  readonly before: { readonly number: string; readonly layout: Layout } | null;
};

const ink = "#18262e";
const quiet = "#566871";
const margin = 48;

/** The embedded fonts: DejaVu has Latin, Greek, Cyrillic, arrows and fractions, and may be embedded. */
const faces = {
  Text: "DejaVuSansCondensed.ttf",
  "Text-Bold": "DejaVuSansCondensed-Bold.ttf",
  Number: "DejaVuSansMono.ttf",
} as const;

/** The path of a font, found when a sheet is written: in a worker, which is not bundled. */
const faceFile = (name: keyof typeof faces): string => createRequire(import.meta.url).resolve(`dejavu-fonts-ttf/ttf/${faces[name]}`);

const raised = "⁰¹²³⁴⁵⁶⁷⁸⁹";

/** Text without control characters, or core's words, in which fractions without a character of their own get a raised numerator. */
type Text = string | Words;

const harmless = (text: string): string => text.replace(/\r\n?/g, "\n").replace(/[^\n\P{Cc}]/gu, " ");

const setNumber = (value: Exact): string => {
  const { minus, whole, numerator, denominator } = shownNumber(value);
  const shown = show(value);
  if (numerator === 0 || !shown.includes("/")) return shown.replace("-", "\u2212");
  const above = [...String(numerator)].map((digit) => raised[Number(digit)] ?? digit).join("");
  return `${minus ? "\u2212" : ""}${whole === "0" ? "" : `${whole}\u200a`}${above}/${denominator}`;
};

/** How text is set. */
const plain = (text: Text): string =>
  typeof text === "string"
    ? harmless(text)
    : text.map((part) => (typeof part === "string" ? harmless(part) : isName(part) ? harmless(part.name) : setNumber(part))).join("");

/** The printable sheet of a version: title block, drawings to one scale, numbers, rows, text roles, spans, notes, accepted findings and changes. A4. */
export const pdfOf = async (sheet: SheetOf): Promise<Uint8Array> => {
  // Loaded when the first PDF is asked for: it takes as long to load as everything else a worker does.
  const { default: Document } = await import("pdfkit");
  return new Promise((resolved, reject) => {
    const { layout } = sheet;
    const document = new Document({
      size: "A4",
      margin,
      bufferPages: true,
      info: { Title: `${layout.name} ${sheet.version}`, CreationDate: sheet.at, Producer: "Ypsiline", Creator: "Ypsiline" },
    });
    for (const name of Object.keys(faces) as (keyof typeof faces)[]) document.registerFont(name, faceFile(name));
    const chunks: Buffer[] = [];
    document.on("data", (chunk: Buffer) => chunks.push(chunk));
    document.on("end", () => resolved(Buffer.concat(chunks)));
    document.on("error", reject);
    draw(document, sheet);
    const { count } = document.bufferedPageRange();
    for (let page = 0; page < count; page += 1) {
      document.switchToPage(page);
      document.page.margins.bottom = 0;
      document
        .font("Text")
        .fontSize(8)
        .fillColor(quiet)
        .text(
          plain(`${layout.name} ${sheet.version}, page ${page + 1} of ${count}. Lengths in CSS px.`),
          margin,
          document.page.height - 32,
          { lineBreak: false },
        );
    }
    document.end();
  });
};

type Document = InstanceType<typeof PDFDocument>;

const widthOf = (document: Document): number => document.page.width - 2 * margin;

/** Makes room for a height, on a new page if necessary. */
const room = (document: Document, height: number): void => {
  if (document.y + height > document.page.height - margin) document.addPage();
};

/** A heading that stays on one page with the first rows after it. */
const heading = (document: Document, text: string, rows = 1): void => {
  room(document, 48 + 17 * Math.min(16, rows));
  document.moveDown(0.8).font("Text-Bold").fontSize(12).fillColor(ink).text(plain(text), margin).moveDown(0.3);
};

const paragraph = (document: Document, text: Text): void => {
  document
    .font("Text")
    .fontSize(9.5)
    .fillColor(ink)
    .text(plain(text), margin, undefined, { width: widthOf(document) })
    .moveDown(0.2);
};

const table = (document: Document, head: readonly string[], rows: readonly (readonly Text[])[], first = 1.6): void => {
  const unit = widthOf(document) / (head.length - 1 + first);
  const line = (cells: readonly Text[], bold: boolean): void => {
    const heights = cells.map((cell, index) =>
      document
        .font(index === 0 || bold ? "Text" : "Number")
        .fontSize(8)
        .heightOfString(plain(cell), { width: (index === 0 ? first : 1) * unit - 6 }),
    );
    const height = Math.max(...heights) + 5;
    room(document, height);
    const y = document.y;
    cells.forEach((cell, index) => {
      const x = margin + (index === 0 ? 0 : (first + index - 1) * unit);
      document
        .font(bold ? "Text-Bold" : index === 0 ? "Text" : "Number")
        .fontSize(8)
        .fillColor(bold ? quiet : ink)
        .text(plain(cell), x, y, { width: (index === 0 ? first : 1) * unit - 6, align: index === 0 ? "left" : "right" });
    });
    document.y = y + height;
    document
      .moveTo(margin, document.y - 3)
      .lineTo(margin + widthOf(document), document.y - 3)
      .lineWidth(0.5)
      .strokeColor("#d9d6cb")
      .stroke();
  };
  line(head, true);
  for (const row of rows) line(row, false);
};

const drawings = (document: Document, layout: Layout, drawn: Resolutions): void => {
  const ranges = breakpointRanges(layout);
  const label = 96;
  const widest = Math.max(...ranges.map(({ breakpoint }) => breakpoint.drawnAt.width));
  const scale = (widthOf(document) - label) / widest;
  for (const { breakpoint } of ranges) {
    room(document, 48);
    const y = document.y;
    document
      .font("Text-Bold")
      .fontSize(9)
      .fillColor(ink)
      .text(plain(breakpoint.name), margin, y + 6, { width: label - 8, height: 11, ellipsis: true });
    document
      .font("Number")
      .fontSize(8)
      .fillColor(quiet)
      .text(`at ${breakpoint.drawnAt.width}`, margin, y + 19, { lineBreak: false });
    const x = margin + label;
    const columns = drawn(breakpoint.id)?.columns ?? [];
    for (const { start, width } of columns)
      document
        .rect(x + toNumber(start) * scale, y, Math.max(0, toNumber(width) * scale), 36)
        .lineWidth(0.4)
        .fillAndStroke("#b9dccf", "#2f8a76");
    document
      .rect(x, y, breakpoint.drawnAt.width * scale, 36)
      .lineWidth(0.8)
      .strokeColor(ink)
      .stroke();
    document.y = y + 44;
  }
};

/** Maximum height of a plan of areas, points. */
const planHeight = 152;

/** The areas at each breakpoint: a plan, and their numbers. */
const areasOf = (document: Document, layout: Layout, drawn: Resolutions): void => {
  for (const { breakpoint } of breakpointRanges(layout)) {
    const resolution = drawn(breakpoint.id);
    if (!resolution || resolution.areas.length === 0) continue;
    const boxes = areaBoxes(resolution);
    const high = Math.max(1, ...boxes.map(({ top, height }) => top + height));
    const scale = Math.min(widthOf(document) / breakpoint.drawnAt.width, planHeight / high);
    // Keep a heading with its plan.
    room(document, high * scale + 64);
    heading(document, `Areas of ${breakpoint.name}, at ${breakpoint.drawnAt.width}`);
    const [x, y] = [margin, document.y];
    document
      .rect(x, y, breakpoint.drawnAt.width * scale, high * scale)
      .lineWidth(0.5)
      .strokeColor("#d9d6cb")
      .stroke();
    for (const { one, left, top, width, height, band } of boxes) {
      document.rect(x + left * scale, y + top * scale, width * scale, height * scale).lineWidth(0.7);
      // A band ends where its content ends.
      (band ? document.dash(3, { space: 2 }) : document.undash()).strokeColor(ink).stroke().undash();
      if (width * scale > 24 && height * scale > 9)
        document
          .font("Text")
          .fontSize(6.5)
          .fillColor(ink)
          .text(plain(one.area.name), x + left * scale + 3, y + top * scale + 2, {
            width: Math.max(1, width * scale - 6),
            height: 8,
            ellipsis: true,
          });
    }
    document.x = margin;
    document.y = y + high * scale + 8;
    table(
      document,
      ["Area", "Columns, rows", "Left", "Width", "Height", "Leaves"],
      resolution.areas.map((one) => [
        one.area.name,
        placeText({ ...one.placement, row: one.row, rowSpan: one.rowSpan }),
        words`${one.left}`,
        words`${one.width}`,
        one.height ? words`${one.height}` : "its content's",
        one.placement.leaves === "none" ? "" : `${one.placement.leaves}: ${one.placement.reason ?? ""}`,
      ]),
    );
  }
};

const draw = (document: Document, { layout, version, published, note, before }: SheetOf): void => {
  const drawn = resolutionsOf(layout);
  const ranges = breakpointRanges(layout);
  document.font("Text").fontSize(8).fillColor(quiet).text("Layout specification", margin);
  document
    .font("Text-Bold")
    .fontSize(20)
    .fillColor(ink)
    .text(plain(layout.name), { width: widthOf(document) });
  document
    .font("Text")
    .fontSize(10)
    .fillColor(quiet)
    .text(plain(`Version ${version}, ${published}. Base unit ${layout.base.replace("px", " px")}, ${ranges.length} breakpoints.`));
  document
    .moveTo(margin, document.y + 6)
    .lineTo(margin + widthOf(document), document.y + 6)
    .lineWidth(1.2)
    .strokeColor(ink)
    .stroke();
  document.y += 12;
  if (note) paragraph(document, note);
  heading(document, "All breakpoints, drawn to one scale");
  drawings(document, layout, drawn);
  heading(document, "The numbers", ranges.length + 2);
  table(
    document,
    ["Breakpoint", "From", "Columns", "Gutter", "Margin", "Container", "Drawn at", "Container there", "Column there"],
    ranges.map(({ breakpoint, from }) => {
      const { columns, drawnAt } = breakpoint;
      const terms = termsAt(layout, breakpoint, fromJsonNumber(drawnAt.width));
      const sides = columns.margin.start === columns.margin.end ? [columns.margin.start] : [columns.margin.start, columns.margin.end];
      return [
        breakpoint.name,
        String(from),
        `${columns.count}${columns.edgeGutters === "half" ? " + edges" : ""}`,
        valueWords(columns.gutter),
        joined(sides.map(valueWords), ", "),
        valueWords(columns.container),
        `${drawnAt.width}×${drawnAt.height}`,
        [terms.container.width],
        [terms.column],
      ];
    }),
  );
  heading(document, "Rows and baseline", ranges.length + 1);
  table(
    document,
    ["Breakpoint", "Rows", "Row pitch", "Whole rows", "Left over", "Baseline", "Lines"],
    ranges.map(({ breakpoint }) => {
      const { rows = null, baseline = null } = drawn(breakpoint.id) ?? {};
      return [
        breakpoint.name,
        breakpoint.rows?.kind ?? "none",
        rows ? [rows.pitch] : "-",
        rows ? String(rows.whole) : "-",
        rows ? [rows.leftover] : "-",
        baseline ? [baseline.step] : "-",
        baseline ? String(baseline.lines) : "-",
      ];
    }),
  );
  const sizes = Array.from({ length: Math.max(...ranges.map(({ breakpoint }) => breakpoint.columns.count)) }, (_, index) => index + 1);
  heading(document, "Spans", sizes.length + 1);
  table(
    document,
    ["Columns", ...ranges.map(({ breakpoint }) => breakpoint.name.slice(0, 18))],
    sizes.map((k) => [
      String(k),
      ...ranges.map(({ breakpoint }) =>
        k <= breakpoint.columns.count ? [spanWidth(termsAt(layout, breakpoint, fromJsonNumber(breakpoint.drawnAt.width)), k)] : "-",
      ),
    ]),
    1,
  );
  areasOf(document, layout, drawn);
  if (layout.spacing.length > 0) {
    heading(document, "Spacing");
    paragraph(
      document,
      joined(
        spacingSteps(layout).map((step) => words`${name(step.name)} ${step.px}`),
        ", ",
      ),
    );
  }
  if (layout.text.length > 0) {
    heading(document, "Text roles", layout.text.length + 1);
    table(
      document,
      ["Role", "Size", "Line height", "Font"],
      layout.text.map(({ name, size, lineHeight, font }) => [name, valueWords(size), valueWords(lineHeight), font]),
    );
  }
  if (layout.notes.length > 0) {
    heading(document, "Notes on the layout");
    for (const { about, text } of layout.notes)
      paragraph(
        document,
        `${layout.breakpoints.find(({ id }) => id === about)?.name ?? layout.areas.find(({ id }) => id === about)?.name ?? "Spec"}: ${text}`,
      );
  }
  const accepted = check(layout).findings.filter((finding) => finding.accepted !== null);
  if (accepted.length > 0) {
    heading(document, "Accepted findings");
    for (const finding of accepted) {
      const where = layout.breakpoints.find(({ id }) => id === finding.breakpoint)?.name ?? finding.breakpoint;
      paragraph(document, words`${name(where)}: ${findingWords(finding, where).title}. Accepted: ${name(finding.accepted ?? "")}`);
    }
  }
  if (before) {
    heading(document, `Changed since ${before.number}`);
    const { spec, breakpoints } = changesByBreakpoint(before.layout, layout);
    const said = [
      ...spec.map((change) => words`Spec: ${changeSentence(change)}`),
      ...breakpoints.map(breakpointSentence).filter((sentence) => sentence.length > 0),
    ];
    for (const one of said.length > 0 ? said : ["Nothing but the number and the note."]) paragraph(document, one);
  }
};
