"use client";

import { namesOf, nameWith, type Layout } from "@ypsiline/core";
import { TextField } from "@/ui/text-field";

type Member = keyof NonNullable<Layout["stylesheet"]>;

const fields: readonly { readonly member: Member; readonly label: string; readonly words: string }[] = [
  { member: "prefix", label: "Prefix", words: "What names begin with; layout if it is empty." },
  { member: "layer", label: "Cascade layer", words: "Rules outside any layer win over those in one." },
  { member: "scope", label: "Only inside", words: "A class, id or data attribute, like .booking." },
];

type Props = {
  readonly layout: Layout;
  readonly readOnly: boolean;
  /** Makes an edit, or returns why it cannot be made. */
  readonly onLayout: (layout: Layout) => string | null;
};

/** The layout with a name of its stylesheets changed; an empty one is as usual. */
const withName = ({ stylesheet, ...layout }: Layout, member: Member, text: string): Layout => {
  const { [member]: _, ...others } = stylesheet ?? {};
  const all = text === "" ? others : { ...others, [member]: text };
  return Object.keys(all).length === 0 ? layout : { ...layout, stylesheet: all };
};

/** How the spec's own stylesheets are named and where they apply, so that several specs can be on one page. */
export const StylesheetNames = ({ layout, readOnly, onLayout }: Props) => {
  const { prefix, scope } = namesOf(layout, {});
  const example = (name: string): string => nameWith(prefix, name);
  return (
    <section className="mt-4" aria-labelledby="stylesheet-names">
      <h2 id="stylesheet-names">Names in stylesheets</h2>
      <p className="quiet">
        For pages with several specs. They are part of the spec: its package and files have them from the next version on, and changing them
        later is a major version.
      </p>
      <div className="names-form">
        {fields.map(({ member, label, words }) => (
          <div key={member}>
            <span className="names-label">{label}</span>
            <TextField
              label={`${label} in stylesheets`}
              className="form-control form-control-sm num"
              text={layout.stylesheet?.[member] ?? ""}
              disabled={readOnly}
              onEnter={(text) => onLayout(withName(layout, member, text.trim()))}
            />
            <span className="quiet names-words">{words}</span>
          </div>
        ))}
      </div>
      <p className="names-example">
        <code>
          {scope === null ? "" : `${scope} `}.{example("layout-grid")} {"{"} column-gap: var(--{example("layout-gutter")}); {"}"}
        </code>
      </p>
    </section>
  );
};
