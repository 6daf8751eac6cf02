import type { Layout } from "@ypsiline/core";

type Props = {
  readonly layout: Layout;
  /** Where the files are, without a last slash. */
  readonly files: string;
  /** What a saved file's name begins with. */
  readonly stem: string;
};

const Options = ({
  name,
  label,
  values,
  usual,
}: {
  readonly name: string;
  readonly label: string;
  readonly values: readonly (readonly [string, string])[];
  /** The value chosen at first; the first where it is left out. */
  readonly usual?: string;
}) => (
  <label>
    {label}
    <select name={name} className="form-select form-select-sm" defaultValue={usual}>
      {values.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </select>
  </label>
);

const colours = [
  ["columns", "Columns", "#2f8a76"],
  ["margins", "Margins", "#b98a3d"],
  ["rows", "Rows", "#5a5fb0"],
  ["baseline", "Baseline", "#c2573a"],
] as const;

/** Files of the whole layout: what each is, its kind, its name, and the ending it is saved with. */
const wholeFiles = [
  ["Stylesheet", "CSS", "layout.css", "css"],
  ["Sass map", "SCSS", "layout.scss", "scss"],
  ["Design tokens", "JSON", "tokens.json", "tokens.json"],
  ["Layout document", "JSON", "layout.json", "layout.json"],
  ["Ledger", "CSV", "ledger.csv", "ledger.csv"],
  ["Overlay for a page under work", "JS", "overlay.js", "overlay.js"],
  ["Printable sheet", "PDF", "sheet.pdf", "pdf"],
  ["All of it", "ZIP", "all.zip", "zip"],
] as const;

/** Everything that can be taken along, as links and plain forms: they work without scripts. */
export const Downloads = ({ layout, files, stem }: Props) => (
  <>
    <ul className="card-plain take take-section">
      {wholeFiles.map(([label, kind, file, ending]) => (
        <li key={file}>
          {label}
          <span>
            <a href={`${files}/${file}`} download={`${stem}.${ending}`}>
              {kind}
            </a>
          </span>
        </li>
      ))}
    </ul>
    <details className="card-plain take-more take-section">
      <summary>Overlays and lines of each breakpoint</summary>
      <ul className="take">
        {layout.breakpoints.map(({ id, name }) => (
          <li key={id}>
            <span className="take-name" title={name}>
              {name}
            </span>
            <span>
              <a href={`${files}/overlay-${id}.svg`} download={`${stem}-${id}.svg`}>
                SVG
              </a>{" "}
              <a href={`${files}/overlay-${id}.png?density=2`} download={`${stem}-${id}@2.png`}>
                PNG
              </a>{" "}
              <a href={`${files}/tile-${id}.svg`} download={`${stem}-${id}-tile.svg`}>
                tile
              </a>{" "}
              <a href={`${files}/lines-${id}.csv`} download={`${stem}-${id}.csv`}>
                CSV
              </a>{" "}
              <a href={`${files}/lines-${id}.json`} download={`${stem}-${id}.lines.json`}>
                JSON
              </a>
            </span>
          </li>
        ))}
      </ul>
    </details>
    <details className="card-plain take-more take-section">
      <summary>A stylesheet another way</summary>
      <form method="get" action={`${files}/layout.css`} className="take-form">
        <Options
          name="query"
          label="Breakpoints by"
          values={[
            ["media", "media queries"],
            ["container", "container queries"],
          ]}
        />
        <Options
          name="unit"
          label="Lengths in"
          values={[
            ["px", "px"],
            ["rem", "rem"],
          ]}
        />
        <Options
          name="edges"
          label="Edges"
          values={[
            ["plain", "plain"],
            ["exact", "exact to 1/64 px"],
          ]}
        />
        <Options
          name="grid"
          label="Grid class"
          values={[
            ["with", "with it"],
            ["without", "numbers alone"],
          ]}
        />
        <Options
          name="spans"
          label="Classes for spans"
          values={[
            ["without", "without"],
            ["with", "with them"],
          ]}
        />
        <button className="btn btn-sm btn-quiet">Show the stylesheet</button>
      </form>
    </details>
    <details className="card-plain take-more take-section">
      <summary>An overlay another way</summary>
      <form method="get" action={`${files}/overlay.svg`} className="take-form">
        <Options name="breakpoint" label="Breakpoint" values={layout.breakpoints.map(({ id, name }) => [id, name] as const)} />
        <Options
          name="draw"
          label="Drawn as"
          values={[
            ["fill", "filled"],
            ["outline", "outlines"],
          ]}
        />
        <Options
          name="opacity"
          usual="0.35"
          label="Opacity"
          values={[
            ["0.2", "20%"],
            ["0.35", "35%"],
            ["0.6", "60%"],
            ["1", "100%"],
          ]}
        />
        <Options
          name="density"
          label="Density (PNG)"
          values={[
            ["1", "1"],
            ["2", "2"],
            ["3", "3"],
          ]}
        />
        {colours.map(([name, label, value]) => (
          <label key={name}>
            {label}
            <input type="color" name={name} defaultValue={value} className="form-control form-control-sm form-control-color" />
          </label>
        ))}
        <button className="btn btn-sm btn-quiet">SVG</button>
        <button className="btn btn-sm btn-quiet" formAction={`${files}/overlay.png`}>
          PNG
        </button>
        <button className="btn btn-sm btn-quiet" formAction={`${files}/tile.svg`}>
          Tile
        </button>
      </form>
    </details>
  </>
);
