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

/** The current breakpoint, facet and width. They are kept from view to view, as far as a view's address has them. */
export type Looking = { readonly at?: string; readonly facet?: string; readonly width?: string };

const lookedAt = ["at", "facet", "width"] as const;

/** What each view's address says of it. Pages that show nothing of it hand it on. */
const taken: Readonly<Record<ViewId, readonly (keyof Looking)[]>> = {
  sheet: lookedAt,
  widths: ["width"],
  sets: ["at"],
  try: ["width"],
  fit: ["at"],
  history: [],
  comments: [],
  files: [],
  "hand-off": lookedAt,
  settings: lookedAt,
};

/** The query of a view's address: "?at=desk&width=1280"; "" if it is empty. */
export const viewQuery = (view: ViewId, looking: Looking): string => {
  const query = taken[view].flatMap((name) => (looking[name] === undefined ? [] : [[name, looking[name]]]));
  return query.length === 0 ? "" : `?${new URLSearchParams(query).toString()}`;
};

/** The breakpoint, facet and width in a page's address. Views check whether they exist. */
export const lookingOf = (query: Readonly<Record<string, string>>): Looking =>
  Object.fromEntries(lookedAt.flatMap((name) => (query[name] ? [[name, query[name].slice(0, 60)]] : [])));

type Props = {
  /** The current view; null on a page that is not a view. */
  readonly here: ViewId | null;
  readonly path: string;
  readonly looking: Looking;
  /** Views that this person may not open, or that do not exist. */
  readonly without: readonly ViewId[];
  readonly openComments: number;
  /** Number of the latest version; null before the first. */
  readonly latest: string | null;
  /** A link, so that pages which load little can do with plain ones. */
  readonly link: (href: string, current: boolean, children: ReactNode) => ReactNode;
};

/** An address with its query before its fragment. */
const viewAddress = (path: string, under: string, query: string): string => {
  const [before, fragment] = under.split("#");
  return `${path}${before}${query}${fragment === undefined ? "" : `#${fragment}`}`;
};

/** The line of a spec's views, the same on every page of it. */
export const SpecViews = ({ here, path, looking, without, openComments, latest, link }: Props) => {
  const one = ({ id, under, name }: (typeof specViews)[number] | (typeof specPages)[number]) =>
    !without.includes(id) && (
      <li key={id}>
        {link(
          viewAddress(path, under, viewQuery(id, looking)),
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
