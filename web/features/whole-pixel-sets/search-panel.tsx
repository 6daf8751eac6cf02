"use client";

import type { Breakpoint, Layout, SetFilters, SetOrder } from "@ypsiline/core";
import { useId } from "react";
import type { FormField, SearchForm } from "./search-form";

type Props = {
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  readonly form: SearchForm;
  readonly faults: Readonly<Partial<Record<FormField, string>>>;
  readonly base: string;
  readonly onForm: (form: SearchForm) => void;
  readonly onBreakpoint: (id: string) => void;
};

const filterWords: readonly (readonly [keyof SetFilters, string])[] = [
  ["gutter", "gutter is on the base unit"],
  ["margin", "margin is on the base unit"],
  ["column", "column is on the base unit"],
  ["parts", "halves, thirds and quarters are too"],
];

const orderWords: readonly (readonly [SetOrder, string])[] = [
  ["closest", "closest to today’s numbers"],
  ["widest-column", "widest column"],
  ["widest-container", "widest container"],
];

/** The search: the known size, counts, ranges with steps, filters and order. */
export const SearchPanel = ({ layout, breakpoint, form, faults, base, onForm, onBreakpoint }: Props) => {
  const id = useId();
  const set = (next: Partial<SearchForm>): void => onForm({ ...form, ...next });
  const field = (name: FormField, label: string) => (
    <input
      name={name}
      className={`num ${faults[name] ? "is-invalid" : ""}`}
      aria-label={label}
      aria-invalid={faults[name] !== undefined}
      aria-describedby={faults[name] ? `${id}-${name}` : undefined}
      autoComplete="off"
      spellCheck={false}
      value={form[name]}
      onChange={(event) => set({ [name]: event.target.value })}
    />
  );
  const said = (...names: readonly FormField[]) =>
    names.map((name) =>
      faults[name] ? (
        <p key={name} id={`${id}-${name}`} role="alert" className="search-fault">
          {faults[name]}
        </p>
      ) : null,
    );
  const range = (label: string, from: FormField, to: FormField, step: FormField) => (
    <>
      <div className="search-row" role="group" aria-label={label}>
        <span>{label}</span>
        {field(from, `${label} from`)}
        <span aria-hidden="true">–</span>
        {field(to, `${label} to`)}
        <span className="quiet">by</span>
        {field(step, `${label} step`)}
      </div>
      {said(from, to, step)}
    </>
  );
  return (
    <section className="search" aria-label="Look for">
      <h2>Look for</h2>
      <div className="search-row">
        <label htmlFor={`${id}-at`}>Breakpoint</label>
        <select
          id={`${id}-at`}
          className="form-select form-select-sm"
          value={breakpoint.id}
          onChange={(event) => onBreakpoint(event.target.value)}
        >
          {layout.breakpoints.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </div>
      <div className="search-row" role="radiogroup" aria-label="What is known">
        <span>Known</span>
        {(["width", "container"] as const).map((known) => (
          <label key={known} className="d-inline-flex align-items-center gap-1">
            <input
              name="known"
              type="radio"
              className="form-check-input m-0"
              checked={form.known === known}
              onChange={() => set({ known })}
            />
            {known}
          </label>
        ))}
      </div>
      <div className="search-row">
        <span>Width</span>
        {field("width", "Width")}
      </div>
      {said("width")}
      {form.known === "container" && (
        <>
          <div className="search-row">
            <span>Container</span>
            {field("container", "Container")}
          </div>
          {said("container")}
        </>
      )}
      <div className="search-row wide">
        <span>Columns</span>
        {field("columns", "Columns")}
      </div>
      {said("columns")}
      {range("Gutter", "gutterFrom", "gutterTo", "gutterStep")}
      {form.known === "width" && range("Margin", "marginFrom", "marginTo", "marginStep")}
      <div className="search-row">
        <span>Column at least</span>
        {field("least", "Column at least")}
      </div>
      {said("least")}
      <div className="search-row">
        <label htmlFor={`${id}-edges`}>Edge gutters</label>
        <select
          id={`${id}-edges`}
          className="form-select form-select-sm"
          value={form.edgeGutters}
          onChange={(event) => set({ edgeGutters: event.target.value as "none" | "half" })}
        >
          <option value="none">none</option>
          <option value="half">half</option>
        </select>
      </div>
      <h2>Keep only sets where</h2>
      {filterWords.map(([filter, words]) => (
        <label key={filter} className="search-check">
          <input
            name={filter}
            type="checkbox"
            className="form-check-input m-0"
            checked={form.filters[filter] && !(filter === "margin" && form.known === "container")}
            disabled={filter === "margin" && form.known === "container"}
            onChange={(event) => set({ filters: { ...form.filters, [filter]: event.target.checked } })}
          />
          {words}
          {filter === "gutter" && ` (${base})`}
        </label>
      ))}
      <h2>Rank by</h2>
      {orderWords.map(([order, words]) => (
        <label key={order} className="search-check">
          <input
            type="radio"
            name={`${id}-order`}
            className="form-check-input m-0"
            checked={form.order === order}
            onChange={() => set({ order })}
          />
          {words}
        </label>
      ))}
    </section>
  );
};
