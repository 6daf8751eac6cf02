"use client";

import { Image as ImageSign } from "lucide-react";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { notify } from "@/ui/notify";
import { handOver, type Picture, type PictureLook, plainLook, readPicture } from "@/ui/picture/picture";
import { PictureBar } from "@/ui/picture/picture-bar";
import type { Zoom } from "@/ui/picture/use-zoom";

/** A picture of a page under one breakpoint's sheet, its top left on the sheet's. */
export type SheetPicture = { readonly is: Picture; readonly file: File; readonly look: PictureLook };

const densities = [1, 1.5, 2, 3, 4] as const;

/** Pictures by spec and breakpoint, for as long as the tab is open: they are found again after going to another view. */
const kept = new Map<string, SheetPicture>();

/** The density at which a picture is as wide as the sheet; 1 where none is. */
const densityOf = (devicePx: number, width: number): number => densities.find((density) => Math.abs(devicePx / density - width) < 1) ?? 1;

export type SheetPictureState = {
  readonly picture: SheetPicture | null;
  /** Reads a file and puts it under the sheet; returns why if it is not a picture. */
  readonly take: (file: File) => Promise<void>;
  readonly change: (next: SheetPicture | null) => void;
};

/** The picture under a sheet. `key` names the spec and the breakpoint, `width` is the sheet's, px. */
export const useSheetPicture = (key: string, width: number): SheetPictureState => {
  const [, draw] = useState(0);
  const change = (next: SheetPicture | null): void => {
    const before = kept.get(key);
    if (before && before.is.url !== next?.is.url) URL.revokeObjectURL(before.is.url);
    if (next) kept.set(key, next);
    else kept.delete(key);
    draw((times) => times + 1);
  };
  const take = async (file: File): Promise<void> => {
    const read = await readPicture(file);
    if (typeof read === "string") return notify(read);
    const density = densityOf(read.width, width);
    const is: Picture = { url: read.url, width: read.width / density, height: read.height / density, density, file };
    change({ is, file, look: kept.get(key)?.look ?? plainLook });
  };
  return { picture: kept.get(key) ?? null, take, change };
};

/** The first picture that was dropped or pasted; null if there is none. */
const pictureOf = (files: FileList | undefined): File | null => [...(files ?? [])].find(({ type }) => type.startsWith("image/")) ?? null;

/** Takes pictures that are pasted anywhere but into a field, and says how one is dropped on an element. */
export const usePictureGiven = (take: (file: File) => Promise<void>) => {
  useEffect(() => {
    const onPaste = (event: ClipboardEvent): void => {
      const file = pictureOf(event.clipboardData?.files);
      if (!file || (event.target instanceof Element && event.target.closest("input, textarea, [role=dialog]"))) return;
      event.preventDefault();
      void take(file);
    };
    document.addEventListener("paste", onPaste);
    return () => document.removeEventListener("paste", onPaste);
  });
  return {
    onDragOver: (event: React.DragEvent) => event.preventDefault(),
    onDrop: (event: React.DragEvent) => {
      const file = pictureOf(event.dataTransfer.files);
      if (!file) return;
      event.preventDefault();
      void take(file);
    },
  };
};

/** Chooses a picture for the sheet: a button of its status line. */
export const ChoosePicture = ({ take }: { readonly take: (file: File) => Promise<void> }) => (
  <label
    className="measure-button picture-choose"
    title="PNG, JPEG, WebP or SVG; it stays in this browser. It can also be dropped on the sheet or pasted."
  >
    <ImageSign size={13} aria-hidden="true" /> Picture<span className="on-wide"> under the sheet</span>…
    <input
      name="sheet-picture"
      type="file"
      className="visually-hidden"
      accept="image/png,image/jpeg,image/webp,image/svg+xml"
      aria-label="Picture under the sheet"
      onChange={({ currentTarget }) => {
        const file = currentTarget.files?.[0];
        currentTarget.value = "";
        if (file) void take(file);
      }}
    />
  </label>
);

type Props = {
  readonly state: SheetPictureState;
  readonly zoom: Zoom;
  /** The zoom at which a device px of the picture is one of the screen. */
  readonly actual: number;
  /** Address of Fit for the current breakpoint. */
  readonly fit: string;
};

/** The controls of the picture under the sheet, if there is one. */
export const SheetPictureBar = ({ state: { picture, change }, zoom, actual, fit }: Props) => {
  const router = useRouter();
  if (!picture) return null;
  const { is, file, look } = picture;
  return (
    <PictureBar picture={is} look={look} zoom={zoom} actual={actual} onLook={(next) => change({ ...picture, look: { ...look, ...next } })}>
      <select
        name="picture-density"
        className="form-select form-select-sm picture-density"
        aria-label="Device px of the picture to a px of the page"
        value={is.density}
        onChange={({ currentTarget: { value } }) => {
          const density = Number(value);
          const by = is.density / density;
          change({ ...picture, is: { ...is, density, width: is.width * by, height: is.height === null ? null : is.height * by } });
        }}
      >
        {densities.map((density) => (
          <option key={density} value={density}>
            density {density}
          </option>
        ))}
      </select>
      <button
        type="button"
        className="btn btn-sm btn-quiet"
        title="Find the edges of the picture, see which are off the grid, and mark boxes on it"
        onClick={() => {
          handOver({ file, picture: is });
          router.push(fit);
        }}
      >
        Find edges
      </button>
      <button type="button" className="btn btn-sm btn-quiet" onClick={() => change(null)}>
        Remove
      </button>
    </PictureBar>
  );
};
