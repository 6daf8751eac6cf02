"use client";

import type { BoxSource } from "@ypsiline/core";
import { dayText } from "@/ui/dates";
import type { Kept, KeptDesign } from "./use-kept";

type Props = {
  readonly kept: Kept;
  /** The open one. */
  readonly open: number | null;
  readonly mayEdit: boolean;
  readonly onOpen: (design: KeptDesign) => void;
};

/** What a design holds, by what it was measured in: "4 boxes", "12 boxes of a page". */
const heldWords: Readonly<Record<BoxSource, { readonly one: string; readonly many: string }>> = {
  boxes: { one: "box", many: "boxes" },
  drawing: { one: "box of a drawing", many: "boxes of a drawing" },
  picture: { one: "edge of a picture", many: "edges of a picture" },
  page: { one: "box of a page", many: "boxes of a page" },
};

/** Designs kept with the spec. Each is compared with the spec as it is now. */
export const KeptDesigns = ({ kept, open, mayEdit, onOpen }: Props) => (
  <section aria-label="Saved designs">
    <h2>Saved designs {kept.total > 0 && <span className="num quiet">{kept.total}</span>}</h2>
    {kept.fault && <p className="fault">{kept.fault}</p>}
    {kept.designs.length === 0 && !kept.fault && (
      <p className="quiet">
        No saved designs. Save one, and every review will show which of its edges a change would move off the grid.{" "}
        <a href="/guide/checking-a-design#save-the-design">More about saved designs</a>
      </p>
    )}
    <ul className="plain-list fit-kept">
      {kept.designs.map((design) => (
        <li key={design.id} className={design.id === open ? "chosen" : ""}>
          <button
            type="button"
            className="fit-box-name"
            title={design.name}
            aria-pressed={design.id === open}
            onClick={() => onOpen(design)}
          >
            {design.name}
          </button>
          <span className="quiet">
            <span className="num">{design.boxes.toLocaleString("en")}</span> {heldWords[design.source][design.boxes === 1 ? "one" : "many"]}{" "}
            at <span className="num">{design.width}</span> · {design.person}, {dayText(new Date(design.at))}
          </span>
          {mayEdit && (
            <button
              type="button"
              className="btn btn-sm btn-quiet"
              aria-label={`Remove ${design.name}`}
              onClick={() => void kept.remove(design)}
            >
              Remove
            </button>
          )}
        </li>
      ))}
    </ul>
    {kept.designs.length < kept.total && (
      <button type="button" className="btn btn-sm btn-quiet" onClick={() => void kept.more()}>
        Show more
      </button>
    )}
  </section>
);
