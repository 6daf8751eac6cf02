import { breakpointFormats, type Layout, type OptionName, optionWords, plainFileOptions, wholeFormats } from "@ypsiline/core";
import { breakpointFiles, wholeFiles } from "@/wire/files";

type Props = {
  readonly layout: Layout;
  /** The address of the files, without a slash at the end. */
  readonly files: string;
  /** What a saved file's name begins with. */
  readonly stem: string;
};

const Option = ({ name, layout }: { readonly name: OptionName; readonly layout: Layout }) => {
  const { label, values } = optionWords[name];
  const usual = String(plainFileOptions[name] ?? "");
  if (values === "colour")
    return (
      <label>
        {label}
        <input type="color" name={name} defaultValue={usual} className="form-control form-control-sm form-control-color" />
      </label>
    );
  if (values === "text") {
    const own = name === "prefix" || name === "layer" || name === "scope" ? layout.stylesheet?.[name] : undefined;
    return (
      <label>
        {label}
        <input
          name={name}
          className="form-control form-control-sm"
          maxLength={100}
          placeholder={own ?? (name === "prefix" ? "layout" : "none")}
        />
      </label>
    );
  }
  const choices = name === "breakpoint" ? layout.breakpoints.map(({ id, name: words }) => [id, words] as const) : values;
  if (choices === null) return null;
  return (
    <label>
      {label}
      <select name={name} className="form-select form-select-sm" defaultValue={usual === "" ? undefined : usual}>
        {choices.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
};

/** A form for files with options, with a button for each. */
type Form = {
  readonly title: string;
  readonly options: readonly OptionName[];
  readonly buttons: readonly { readonly file: string; readonly words: string }[];
};

/** Formats with the same options share a form. A format without options, or with only a breakpoint, has none. */
const forms = (): readonly Form[] => {
  const wholes = wholeFormats.map((format) => ({
    ...format,
    title: format.said,
    buttons: [{ file: format.fileName, words: format.kind }],
  }));
  const drawn = breakpointFormats.map((format) => ({
    ...format,
    title: format.said,
    buttons: breakpointFiles
      .filter((one) => one.format.id === format.id)
      .map(({ before, after, kind }) => ({ file: before.slice(0, -1) + after, words: kind })),
  }));
  const grouped = new Map<string, Form>();
  for (const { title, options, buttons } of [...wholes, ...drawn]) {
    const asked = options.filter((name) => name !== "breakpoint");
    if (asked.length === 0) continue;
    const key = options.join(" ");
    const before = grouped.get(key);
    grouped.set(key, {
      title: before ? `${before.title} or ${title}` : title,
      options,
      buttons: [...(before?.buttons ?? []), ...buttons],
    });
  }
  return [...grouped.values()];
};

/** All downloads, as links and plain forms that work without scripts. */
export const Downloads = ({ layout, files, stem }: Props) => (
  <>
    <ul className="card-plain take take-section">
      {wholeFiles.map(({ label, kind, fileName, extension }) => (
        <li key={fileName}>
          {label}
          <span>
            <a href={`${files}/${fileName}`} download={`${stem}.${extension}`}>
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
              {breakpointFiles
                // The picture of a tile is had from the form.
                .filter(({ png, format }) => !png || format.id === "svg")
                .map(({ before, after, kind, png, extension }) => (
                  <a
                    key={before + after}
                    href={`${files}/${before}${id}${after}${png ? "?density=2" : ""}`}
                    download={`${stem}-${id}${png ? "@2" : ""}.${extension}`}
                  >
                    {kind}
                  </a>
                ))}
            </span>
          </li>
        ))}
      </ul>
    </details>
    {forms().map(({ title, options, buttons: [first, ...more] }) => (
      <details key={title} className="card-plain take-more take-section">
        <summary>Options: {title}</summary>
        <form method="get" action={`${files}/${first?.file ?? ""}`} className="take-form">
          {options.map((name) => (
            <Option key={name} name={name} layout={layout} />
          ))}
          {/* Answered as a file to keep: what is written another way does not take the page's place. */}
          <input type="hidden" name="download" value="1" />
          <button className="btn btn-sm btn-quiet">{first?.words}</button>
          {more.map(({ file, words }) => (
            <button key={file} className="btn btn-sm btn-quiet" formAction={`${files}/${file}`}>
              {words}
            </button>
          ))}
        </form>
      </details>
    ))}
  </>
);
