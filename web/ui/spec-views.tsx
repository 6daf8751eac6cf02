import type { ReactNode } from "react";

/** The views of a spec, by what an address has after the spec's own. */
export const specViews = [
  { id: "sheet", under: "", name: "Sheet" },
  { id: "widths", under: "/widths", name: "Widths" },
  { id: "sets", under: "/sets", name: "Whole-pixel sets" },
  { id: "try", under: "/try", name: "Try it" },
  { id: "fit", under: "/fit", name: "Fit a design" },
  { id: "history", under: "/history", name: "History" },
] as const;
/** Those at the end of the line: about the spec as a whole. */
export const specPages = [
  { id: "comments", under: "/publish#comments-title", name: "Comments" },
  { id: "files", under: "/files", name: "Files" },
  { id: "hand-off", under: "/versions/latest", name: "Hand-off" },
  { id: "settings", under: "/settings", name: "Settings" },
] as const;

export type ViewId = (typeof specViews)[number]["id"] | (typeof specPages)[number]["id"];

type Props = {
  /** The view that is looked at; null on a page that is none of them. */
  readonly here: ViewId | null;
  readonly path: string;
  /** What an address takes along to a view: the breakpoint and width looked at. */
  readonly queryOf?: (view: ViewId) => string;
  /** Views that this person may not open, or that there are none of. */
  readonly without: readonly ViewId[];
  readonly openComments: number;
  /** Number of the latest version; null before the first. */
  readonly latest: string | null;
  /** A link, so that pages which load little can do with plain ones. */
  readonly link: (href: string, current: boolean, children: ReactNode) => ReactNode;
};

/** The line of a spec's views, the same on every page of it. */
export const SpecViews = ({ here, path, queryOf = () => "", without, openComments, latest, link }: Props) => {
  const one = ({ id, under, name }: (typeof specViews)[number] | (typeof specPages)[number]) =>
    !without.includes(id) && (
      <li key={id}>
        {link(
          path + under + queryOf(id),
          here === id,
          <>
            {name}
            {id === "comments" && openComments > 0 && (
              <span className="view-count num">
                {openComments}
                <span className="visually-hidden"> open</span>
              </span>
            )}
            {id === "hand-off" && latest !== null && <span className="num view-number">{latest}</span>}
          </>,
        )}
      </li>
    );
  return (
    <nav className="spec-views" aria-label="Views of the spec">
      <ul>{specViews.map(one)}</ul>
      <ul>{specPages.map(one)}</ul>
    </nav>
  );
};

type PlainProps = Pick<Props, "here" | "path" | "openComments" | "latest"> & {
  /** Whether this person may change the spec. */
  readonly mayEdit: boolean;
};

/** The line of views on a page that is read by many and loads little. */
export const PlainSpecViews = ({ mayEdit, ...views }: PlainProps) => (
  <SpecViews
    {...views}
    without={mayEdit ? [] : ["settings"]}
    link={(href, current, words) => (
      <a href={href} aria-current={current ? "page" : undefined}>
        {words}
      </a>
    )}
  />
);
