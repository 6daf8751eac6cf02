"use client";

import { type Area, type AreaContent, contentLimits, type Layout, limits } from "@ypsiline/core";
import { useState } from "react";
import { readPicture } from "@/ui/picture/picture";
import type { Content } from "./use-content";

type Kind = AreaContent["kind"] | "none";
const kinds: Readonly<Record<Kind, string>> = { none: "Nothing", text: "Text", picture: "Picture", cards: "Cards" };

/** What an area holds when a kind is first chosen: enough to see something. */
const firstOf = ({ name }: Area, layout: Layout): Readonly<Record<AreaContent["kind"], AreaContent>> => ({
  text: {
    kind: "text",
    role: layout.text.find(({ name: role }) => /body|text/i.test(role))?.name ?? null,
    words: `${name}. Write what stands here on the real page, as long as it really is.`,
  },
  picture: { kind: "picture", width: 1600, height: 900 },
  cards: { kind: "cards", count: 6, words: "A card of this area." },
});

/** The picture of an area: its address, and the file if it was chosen here. */
export type Picture = { readonly address: string; readonly file: File | null };

type Props = {
  readonly layout: Layout;
  readonly own: Content;
  readonly mayEdit: boolean;
  /** Puts a picture of this computer into an area: shown at once, and saved. */
  readonly onPicture: (area: string, picture: Picture, content: AreaContent) => void;
};

/** What each area holds, chosen and typed; areas that hold other areas show those. */
export const ContentPanel = ({ layout, own, mayEdit, onPicture }: Props) => {
  const holders = new Set(layout.areas.map(({ within }) => within));
  const areas = layout.areas.filter(({ id }) => !holders.has(id));
  return (
    <section aria-label="What areas hold" className="try-content">
      <h2>Your content</h2>
      <p className="quiet">Seen by your team, and not published.</p>
      {own.unsaved !== null && (
        <p className="fault" role="alert">
          Not saved yet. {own.unsaved}
        </p>
      )}
      {areas.map((area) => (
        <AreaFields
          key={area.id}
          area={area}
          layout={layout}
          content={own.content[area.id] ?? null}
          mayEdit={mayEdit}
          onContent={(content) => own.set(area.id, content)}
          onPicture={(picture, held) => onPicture(area.id, picture, held)}
        />
      ))}
    </section>
  );
};

type FieldsProps = {
  readonly area: Area;
  readonly layout: Layout;
  readonly content: AreaContent | null;
  readonly mayEdit: boolean;
  readonly onContent: (content: AreaContent | null) => string | null;
  readonly onPicture: (picture: Picture, content: AreaContent) => void;
};

const AreaFields = ({ area, layout, content, mayEdit, onContent, onPicture }: FieldsProps) => {
  const [fault, setFault] = useState<string | null>(null);
  const set = (next: AreaContent | null): void => setFault(onContent(next));
  const { name } = area;
  return (
    <fieldset disabled={!mayEdit}>
      <legend className="visually-hidden">{name}</legend>
      <label className="try-kind">
        <span>{name}</span>
        <select
          className="form-select form-select-sm"
          name={`${area.id}-kind`}
          aria-label={`${name} holds`}
          value={content?.kind ?? "none"}
          onChange={({ currentTarget: { value } }) => set(value === "none" ? null : firstOf(area, layout)[value as AreaContent["kind"]])}
        >
          {Object.entries(kinds).map(([kind, words]) => (
            <option key={kind} value={kind}>
              {words}
            </option>
          ))}
        </select>
      </label>
      {content?.kind === "text" && (
        <>
          <textarea
            className="form-control form-control-sm"
            name={`${area.id}-text`}
            aria-label={`Text of ${name}`}
            rows={3}
            maxLength={limits.text}
            value={content.words}
            onChange={({ currentTarget: { value } }) => set({ ...content, words: value })}
          />
          {layout.text.length > 0 && (
            <select
              className="form-select form-select-sm"
              name={`${area.id}-role`}
              aria-label={`Text role of ${name}`}
              value={content.role ?? ""}
              onChange={({ currentTarget: { value } }) => set({ ...content, role: value === "" ? null : value })}
            >
              <option value="">No text role</option>
              {layout.text.map((role) => (
                <option key={role.name}>{role.name}</option>
              ))}
            </select>
          )}
        </>
      )}
      {content?.kind === "picture" && (
        <div className="try-sides">
          <Whole label={`Width of the picture in ${name}`} value={content.width} onValue={(width) => set({ ...content, width })} />
          <span aria-hidden="true">×</span>
          <Whole label={`Height of the picture in ${name}`} value={content.height} onValue={(height) => set({ ...content, height })} />
          <label className="btn btn-sm btn-quiet">
            Choose…
            <input
              type="file"
              className="visually-hidden"
              accept="image/png,image/jpeg,image/webp"
              name={`${area.id}-picture`}
              aria-label={`Picture for ${name}`}
              onChange={({ currentTarget }) => {
                const file = currentTarget.files?.[0];
                currentTarget.value = "";
                if (!file) return;
                void readPicture(file).then((picture) => {
                  if (typeof picture === "string") return setFault(picture);
                  onPicture({ address: picture.url, file }, { kind: "picture", width: picture.width, height: picture.height });
                });
              }}
            />
          </label>
        </div>
      )}
      {content?.kind === "cards" && (
        <div className="try-cards-fields">
          <Whole label={`Number of cards in ${name}`} value={content.count} onValue={(count) => set({ ...content, count })} />
          <input
            className="form-control form-control-sm"
            name={`${area.id}-cards`}
            aria-label={`Words of the cards in ${name}`}
            title={content.words}
            maxLength={contentLimits.cardWords}
            value={content.words}
            onChange={({ currentTarget: { value } }) => set({ ...content, words: value })}
          />
        </div>
      )}
      {fault !== null && (
        <p className="fault" role="alert">
          {fault}
        </p>
      )}
    </fieldset>
  );
};

/** A whole number that is taken once it is one. */
const Whole = ({
  label,
  value,
  onValue,
}: {
  readonly label: string;
  readonly value: number;
  readonly onValue: (value: number) => void;
}) => {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <input
      className="form-control form-control-sm num"
      name={label}
      inputMode="numeric"
      aria-label={label}
      value={typed ?? String(value)}
      onChange={({ currentTarget: { value: text } }) => {
        setTyped(text);
        if (/^\d{1,6}$/.test(text.trim())) onValue(Number(text));
      }}
      onBlur={() => setTyped(null)}
    />
  );
};
