import { Minus, Plus } from "lucide-react";
import { Choice } from "@/ui/choice";
import type { ReactNode } from "react";
import { gridLayers, gridWordsOf, type Picture, type PictureLook } from "./picture";
import type { Zoom } from "./use-zoom";

type Props = {
  readonly picture: Picture;
  readonly look: PictureLook;
  readonly zoom: Zoom;
  /** The zoom at which a device px of the picture is a device px of the screen. */
  readonly actual: number;
  readonly onLook: (next: Partial<PictureLook>) => void;
  /** What else can be done with the picture. */
  readonly children?: ReactNode;
};

/** The controls of a picture under a grid: its name, the strength of both, and the zoom. */
export const PictureBar = ({ picture, look, zoom, actual, onLook, children }: Props) => {
  const strength = (label: string, which: "picture" | "grid") => (
    <label className="picture-strength">
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
    <div className="picture-bar" role="group" aria-label="Picture under the grid">
      <span className="picture-name num">
        {Math.round(picture.width * picture.density)} px, density {picture.density}
      </span>
      {strength("Picture", "picture")}
      {strength("Grid", "grid")}
      <Choice label="Grid" values={gridLayers} words={gridWordsOf} value={look.layer} onChange={(layer) => onLook({ layer })} />
      <span className="picture-zoom" role="group" aria-label="Zoom">
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
      {children}
    </div>
  );
};
