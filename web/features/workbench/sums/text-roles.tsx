"use client";

import {
  declaredText,
  baselineShift,
  exact,
  type Exact,
  firstBaseline,
  type FontMetrics,
  fontMetrics,
  type Layout,
  lengthText,
  limits,
  parseLength,
  roleAt,
  pxText,
  shippedFonts,
  show,
  sign,
  textOnBaseline,
  type TextSize,
  toPx,
  trimmedHeight,
} from "@ypsiline/core";
import { Plus, Ruler, X } from "lucide-react";
import { useId, useState } from "react";
import { Num } from "@/ui/num";
import { NumberField } from "@/ui/number-field";
import { TextField } from "@/ui/text-field";
import { MetricsFields } from "./metrics-fields";
import { TextSample } from "./text-sample";

type Role = Layout["text"][number];

type Props = {
  readonly layout: Layout;
  /** The current breakpoint: a role may have its own size there. */
  readonly breakpoint: { readonly id: string; readonly name: string };
  /** Step of the current baseline, px; null if the breakpoint has none. */
  readonly step: Exact | null;
  readonly base: Exact;
  readonly rootFontSize: Exact;
  readonly readOnly: boolean;
  readonly onLayout: (layout: Layout) => string | null;
};

const sizeOf = (role: Role, at: string, rootFontSize: Exact): TextSize => {
  const px = (text: string): Exact => {
    const length = parseLength(text);
    return length ? toPx(length, { width: exact(1), rootFontSize }) : exact(1);
  };
  const { size, lineHeight } = roleAt(role, at);
  return { size: px(size), lineHeight: px(lineHeight) };
};

/** What the columns of the table say, for those who do not know the words. */
const headings: Readonly<Record<string, string>> = {
  "Own here": "Has another size at this breakpoint than elsewhere",
  Lines: "Line height in lines of the baseline",
  "Baseline at": "From the top of the line to its first baseline, as browsers draw it: with ascent and descent rounded to whole px",
  Shift: "How far down it moves for its first baseline to stand on a line",
  Trimmed: "One line from cap height to baseline (text-box: trim-both cap alphabetic)",
  "3 trimmed": "Three lines from cap height to baseline",
};

/**
 * Text roles and the baseline: whether each line height is a multiple of the step, the first baseline, and the trimmed
 * height.
 */
export const TextRoles = ({ layout, breakpoint, step, base, rootFontSize, readOnly, onLayout }: Props) => {
  const fonts = useId();
  const [chosen, setChosen] = useState(0);
  const [measuring, setMeasuring] = useState<string | null>(null);
  const at = Math.min(chosen, Math.max(0, layout.text.length - 1));
  const role = layout.text[at];
  const metrics = role ? fontMetrics(layout, role.font) : null;
  const replace = (index: number, next: Partial<Role>): string | null =>
    onLayout({ ...layout, text: layout.text.map((one, place) => (place === index ? { ...one, ...next } : one)) });
  /** Sets the size that is in use: the one at this breakpoint, or the general one. */
  const setSize = (index: number, one: Role, change: Partial<Pick<Role, "size" | "lineHeight">>): string | null =>
    one.at && Object.hasOwn(one.at, breakpoint.id)
      ? replace(index, { at: { ...one.at, [breakpoint.id]: { ...roleAt(one, breakpoint.id), ...change } } })
      : replace(index, change);
  /** Gives a role a size of its own at this breakpoint, or takes it back. */
  const setOwn = (index: number, one: Role, own: boolean): string | null => {
    const { [breakpoint.id]: _, ...others } = one.at ?? {};
    const at = own ? { ...others, [breakpoint.id]: { size: one.size, lineHeight: one.lineHeight } } : others;
    return replace(index, { at: Object.keys(at).length > 0 ? at : undefined });
  };
  const add = (): void => {
    let number = layout.text.length + 1;
    while (layout.text.some(({ name }) => name === `Role ${number}`)) number += 1;
    const lineHeight = (step && pxText(step)) ?? "8px";
    const three = parseLength(lineHeight);
    const usual = three ? lengthText({ ...three, value: exact(24) }) : null;
    onLayout({
      ...layout,
      text: [
        ...layout.text,
        { name: layout.text.length === 0 ? "Body" : `Role ${number}`, size: "16px", lineHeight: usual ?? "24px", font: "Archivo" },
      ],
    });
    setChosen(layout.text.length);
  };
  const lengthCell = (index: number, one: Role, member: "size" | "lineHeight", label: string) => (
    <NumberField
      label={`${label} of ${one.name}`}
      shown={declaredText(roleAt(one, breakpoint.id)[member])}
      text={declaredText(roleAt(one, breakpoint.id)[member])}
      units={["px", "rem"]}
      base={base}
      disabled={readOnly}
      onEnter={(value) => {
        const text = lengthText(value);
        return text === null || sign(value.value) <= 0
          ? "Type a length above 0 with at most 6 decimals"
          : setSize(index, one, { [member]: text });
      }}
    />
  );
  return (
    <div className="text-roles-facet">
      <div className="text-roles">
        <datalist id={fonts}>
          {[...Object.keys(shippedFonts), ...(layout.fonts ?? []).map(({ name }) => name)].map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
        <div className="roles-table">
          <table className="numbers num">
            <thead>
              <tr>
                {["Text role", "Size", "Line height", "Font", "Own here", "Lines", "Baseline at", "Shift", "Trimmed", "3 trimmed"].map(
                  (label) => (
                    <th key={label} scope="col" title={headings[label]}>
                      {label}
                    </th>
                  ),
                )}
                <th scope="col">
                  <span className="visually-hidden">Remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {layout.text.map((one, index) => {
                const size = sizeOf(one, breakpoint.id, rootFontSize);
                const own = one.at !== undefined && Object.hasOwn(one.at, breakpoint.id);
                const known = fontMetrics(layout, one.font);
                const on = step && textOnBaseline(size, step);
                return (
                  <tr
                    key={one.name}
                    className={index === at ? "here" : ""}
                    aria-selected={index === at}
                    onFocus={() => setChosen(index)}
                    onClick={() => setChosen(index)}
                  >
                    <td>
                      <TextField
                        label={`Name of role ${index + 1}`}
                        text={one.name}
                        disabled={readOnly}
                        onEnter={(name) =>
                          name.trim() === ""
                            ? "Type a name"
                            : layout.text.some((other, place) => place !== index && other.name === name)
                              ? `There is a role ${name} already`
                              : replace(index, { name })
                        }
                      />
                    </td>
                    <td>{lengthCell(index, one, "size", "Size")}</td>
                    <td>{lengthCell(index, one, "lineHeight", "Line height")}</td>
                    <td className="font-cell">
                      <TextField
                        label={`Font of ${one.name}`}
                        text={one.font}
                        list={fonts}
                        disabled={readOnly}
                        onEnter={(font) => replace(index, { font })}
                      />
                      <button
                        type="button"
                        className={known ? "metrics-button" : "metrics-button unknown"}
                        aria-label={known ? `Metrics of ${one.font}` : `Metrics of ${one.font} are not known: type them in`}
                        title={known ? "Metrics of this font" : "Its metrics are not known: type them in"}
                        aria-expanded={measuring === one.font}
                        onClick={() => setMeasuring(measuring === one.font ? null : one.font)}
                      >
                        <Ruler size={13} aria-hidden="true" />
                      </button>
                    </td>
                    <td>
                      <label className="tick">
                        <input
                          type="checkbox"
                          name={`own-size-${index}`}
                          className="form-check-input m-0"
                          aria-label={`${one.name} has a size of its own at ${breakpoint.name}`}
                          checked={own}
                          disabled={readOnly}
                          onChange={(event) => setOwn(index, one, event.target.checked)}
                        />
                      </label>
                    </td>
                    <td className={on && !on.whole ? "off" : ""}>{on ? <Num value={on.lines} /> : "–"}</td>
                    <td>{known ? <Num value={firstBaseline(size, known)} /> : "–"}</td>
                    <td>{known && step ? <Num value={baselineShift(size, known, step)} /> : "–"}</td>
                    <td>{known ? <Num value={trimmedHeight(size, known, 1)} /> : "–"}</td>
                    <td>{known ? <Num value={trimmedHeight(size, known, 3)} /> : "–"}</td>
                    <td>
                      {!readOnly && (
                        <button
                          type="button"
                          className="row-button"
                          aria-label={`Remove ${one.name}`}
                          onClick={() => onLayout({ ...layout, text: layout.text.filter((_, place) => place !== index) })}
                        >
                          <X size={12} aria-hidden="true" />
                        </button>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          {measuring !== null && (
            <MetricsFields
              key={measuring}
              name={measuring}
              metrics={fontMetrics(layout, measuring)}
              typedIn={layout.fonts?.some(({ name }) => name === measuring) ?? false}
              readOnly={readOnly}
              onMetrics={(next: FontMetrics | null) => {
                const others = (layout.fonts ?? []).filter(({ name }) => name !== measuring);
                const fontsNow = next ? [...others, { name: measuring, ...next }] : others;
                const { fonts: _, ...rest } = layout;
                return onLayout(fontsNow.length > 0 ? { ...rest, fonts: fontsNow } : rest);
              }}
            />
          )}
        </div>
        {role && <TextSample role={role} size={sizeOf(role, breakpoint.id, rootFontSize)} metrics={metrics} step={step} />}
      </div>
      <div className="d-flex flex-wrap align-items-center gap-2 py-2">
        {!readOnly && (
          <button type="button" className="btn btn-sm btn-quiet" disabled={layout.text.length >= limits.textRoles} onClick={add}>
            <Plus size={13} aria-hidden="true" /> Add text role
          </button>
        )}
        {layout.text.length === 0 && (
          <span className="quiet">No text roles yet: name one to see whether its lines keep to the baseline.</span>
        )}
        {role && step && (
          <Nearest
            role={role}
            size={sizeOf(role, breakpoint.id, rootFontSize)}
            step={step}
            readOnly={readOnly}
            onText={(lineHeight) => setSize(at, role, { lineHeight })}
          />
        )}
      </div>
    </div>
  );
};

type NearestProps = {
  readonly role: Role;
  readonly size: TextSize;
  readonly step: Exact;
  readonly readOnly: boolean;
  readonly onText: (text: string) => string | null;
};

/** For a line height that is no multiple of the step, those nearest that are. */
const Nearest = ({ role, size, step, readOnly, onText }: NearestProps) => {
  const { whole, below, above, lines } = textOnBaseline(size, step);
  if (whole)
    return (
      <span className="quiet">
        {role.name}: {show(lines)} {show(lines) === "1" ? "line" : "lines"} of <Num value={step} />, on the baseline.
      </span>
    );
  return (
    <span>
      {role.name} is off the baseline; nearest that are on it:{" "}
      {[below, above].map((to) => {
        const text = to && pxText(to);
        return text ? (
          <button key={text} type="button" className="btn btn-sm btn-quiet me-1" disabled={readOnly} onClick={() => onText(text)}>
            {show(to)}
          </button>
        ) : null;
      })}
    </span>
  );
};
