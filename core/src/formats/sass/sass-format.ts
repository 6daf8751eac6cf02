import type { Layout } from "../../layout/schema";
import { namesOf, usualPrefix } from "../css/naming";
import type { WriteOptions } from "../options";
import { type Entry, preprocessed } from "../preprocessed";
import { type WholeFormat, written } from "../types";

const map = (entries: readonly Entry[], indent: string): string =>
  `(\n${entries.map(([name, value]) => `${indent}  "${name}": ${value},\n`).join("")}${indent})`;

/**
 * Mixins and functions over the map of breakpoints, which are in order. `up(desk)` contains rules from a breakpoint on,
 * `below(desk)` those below it, `between(tablet, desk)` those from one up to the other, `only(desk)` those of one alone. An id
 * that is none is an error that lists those there are.
 */
const helpers = (variable: string): string => `
@function number($id, $name) {
  $breakpoint: map.get(${variable}, $id);
  @if not $breakpoint {
    @error "There is no breakpoint #{$id}. The breakpoints are #{map.keys(${variable})}.";
  }
  @if not map.has-key($breakpoint, $name) {
    @error "The breakpoint #{$id} has no #{$name}. It has #{map.keys($breakpoint)}.";
  }
  @return map.get($breakpoint, $name);
}
@function next($id) {
  $ids: map.keys(${variable});
  $from: number($id, "from");
  $at: list.index($ids, $id);
  @if $at == list.length($ids) {
    @return null;
  }
  @return list.nth($ids, $at + 1);
}
@mixin up($id) {
  $from: number($id, "from");
  @if $id == list.nth(map.keys(${variable}), 1) {
    @content;
  } @else {
    @media (width >= #{$from}) {
      @content;
    }
  }
}
@mixin below($id) {
  $from: number($id, "from");
  @if $id != list.nth(map.keys(${variable}), 1) {
    @media (width < #{$from}) {
      @content;
    }
  }
}
@mixin between($id, $until) {
  @include up($id) {
    @include below($until) {
      @content;
    }
  }
}
@mixin only($id) {
  $next: next($id);
  @if $next {
    @include between($id, $next) {
      @content;
    }
  } @else {
    @include up($id) {
      @content;
    }
  }
}
@mixin span($columns, $start: auto) {
  grid-column: #{$start} / span $columns;
}
`;

/**
 * A Sass map of a layout: `$layout` with one map for each breakpoint, by id, `$space`, and `$text` with one for each role. With
 * the prefix booking they are `$booking`, `$booking-space` and `$booking-text`.
 */
export const writeSass = (layout: Layout, options: Pick<WriteOptions, "unit" | "prefix">): string => {
  const { prefix } = namesOf(layout, options);
  const variable = (name: string): string => (prefix === usualPrefix ? `$${name}` : `$${prefix}${name === usualPrefix ? "" : `-${name}`}`);
  const { breakpoints, spaces, roles } = preprocessed(layout, options);
  return [
    `// ${layout.name.replace(/[\s\p{Cc}]+/gu, " ")}: layout by Ypsiline.`,
    '@use "sass:list";\n@use "sass:map";',
    `${variable("layout")}: ${map(
      breakpoints.map(({ id, entries }): Entry => [id, map(entries, "  ")]),
      "",
    )};`,
    `${variable("space")}: ${map(spaces, "")};`,
    `${variable("text")}: ${map(
      roles.map(({ name, entries }): Entry => [name, map(entries, "  ")]),
      "",
    )};`,
    helpers(variable("layout")),
  ].join("\n");
};

export const sassFormat: WholeFormat = {
  id: "sass",
  label: "Sass map",
  said: "a Sass map",
  kind: "SCSS",
  of: "layout",
  fileName: "layout.scss",
  mediaType: "text/x-scss; charset=utf-8",
  mediaTypes: ["text/x-scss"],
  extension: "scss",
  options: ["unit", "prefix"],
  write: (layout, options) => written(writeSass(layout, options)),
  read: null,
  recognises: null,
  holds: null,
};
