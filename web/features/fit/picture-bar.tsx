import { Minus, Plus } from "lucide-react";
import { Choice } from "@/ui/choice";
import { type GridLayer, gridLayers, gridWordsOf, type Picture } from "./picture";
import type { Zoom } from "./use-zoom";

/** How a picture and the grid over it are looked at. */
export type PictureLook = { readonly picture: number; readonly grid: number; readonly layer: GridLayer; readonly marking: boolean };

type Props = {
  readonly picture: Picture;
  readonly look: PictureLook;
  readonly zoom: Zoom;
  /** The zoom at which a device px of the picture is a device px of the screen. */
  readonly actual: number;
  readonly onLook: (next: Partial<PictureLook>) => void;
};

/** What is above a picture: what it is, how strongly it and the grid are drawn, its zoom, and whether boxes are marked on it. */
export const PictureBar = ({ picture, look, zoom, actual, onLook }: Props) => {
  const strength = (label: string, which: "picture" | "grid") => (
    <label className="fit-strength">
      {label}
      <input
        name={`strength-${which}`}
        type="range"
        min="0"
        max="100"
        step="5"
        value={look[which]}
        onChange={(event) => onLook({ [which]: Number(event.target.value) })}
      />
    </label>
  );
  return (
    <div className="fit-picture-bar" role="group" aria-label="Picture under the grid">
      <span className="fit-picture-name num">
        {Math.round(picture.width * picture.density)} px, density {picture.density}
      </span>
      {strength("Picture", "picture")}
      {strength("Grid", "grid")}
      <Choice label="Grid" values={gridLayers} words={gridWordsOf} value={look.layer} onChange={(layer) => onLook({ layer })} />
      <span className="fit-zoom" role="group" aria-label="Zoom">
        <button type="button" className="btn btn-sm btn-quiet" aria-label="Zoom out" onClick={() => zoom.step(-1)}>
          <Minus size={12} aria-hidden="true" />
        </button>
        <button type="button" className="btn btn-sm btn-quiet" onClick={zoom.reset}>
          Fit width
        </button>
        <button type="button" className="btn btn-sm btn-quiet" onClick={() => zoom.set(actual)}>
          1 : 1
        </button>
        <button type="button" className="btn btn-sm btn-quiet" aria-label="Zoom in" onClick={() => zoom.step(1)}>
          <Plus size={12} aria-hidden="true" />
        </button>
      </span>
      <button type="button" className="btn btn-sm btn-quiet" aria-pressed={look.marking} onClick={() => onLook({ marking: !look.marking })}>
        Mark a box
      </button>
    </div>
  );
};
