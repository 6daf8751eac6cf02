import { pictureLimits } from "@ypsiline/core";
import { type HandedPicture } from "@/ui/picture/picture";
import type { ReadBoxes } from "@/workers/fit.worker";
import type { Taken } from "./boxes-intake";
import { inFitWorker } from "./in-fit-worker";

/** A picture from under the sheet, with its edges, or the boxes of a drawing; an error text if it cannot be read. */
export const readHanded = async ({ file, picture }: HandedPicture): Promise<Taken | string> => {
  if (file.size > pictureLimits.bytes)
    return `${file.name} has more than ${pictureLimits.bytes / 1024 / 1024} MiB, too many to look for its edges. Save it smaller.`;
  const drawing = file.type === "image/svg+xml";
  const text = drawing ? await file.text() : "";
  const found = await inFitWorker(async (worker): Promise<ReadBoxes> =>
    drawing ? worker.read(text) : worker.picture(file, picture.density),
  ).catch(() => null);
  if (!found) return `${file.name} could not be read in this browser.`;
  if (!found.ok) return found.issues[0]?.message ?? `${file.name} could not be read.`;
  const { list, source, notes } = found;
  // The sheet lets go of its own address of the picture when another is put there.
  const is = { ...picture, url: URL.createObjectURL(file), file: drawing ? null : file };
  return { name: file.name, source, notes, list, kept: null, picture: is };
};
