import { pictureLimits } from "@ypsiline/core";
import sharp from "sharp";
import type { Problem } from "../http/problem";
import type { Result } from "../http/request-body";

/** A stored picture: WebP without metadata. Sizes in device px. */
export type EncodedPicture = { readonly bytes: Buffer; readonly width: number; readonly height: number };

/** The first bytes of the accepted kinds of files. */
const kinds: readonly { readonly name: string; readonly is: (bytes: Buffer) => boolean }[] = [
  { name: "png", is: (bytes) => bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])) },
  { name: "jpeg", is: (bytes) => bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff])) },
  { name: "webp", is: (bytes) => bytes.toString("latin1", 0, 4) === "RIFF" && bytes.toString("latin1", 8, 12) === "WEBP" },
];

// No other reader of the library is ever asked: not for a drawing, a document or an animation that calls itself a picture.
sharp.block({ operation: ["VipsForeignLoad"] });
sharp.unblock({ operation: ["VipsForeignLoadPngBuffer", "VipsForeignLoadJpegBuffer", "VipsForeignLoadWebpBuffer"] });
sharp.cache(false);
sharp.concurrency(1);

/** Time limit to encode one picture, s, and how many are encoded at once; others wait. */
const patience = 15;
const together = 2;
let running = 0;
const waiting: (() => void)[] = [];

const inTurn = async <T>(work: () => Promise<T>): Promise<T> => {
  if (running >= together) await new Promise<void>((resolve) => waiting.push(resolve));
  running += 1;
  try {
    return await work();
  } finally {
    running -= 1;
    waiting.shift()?.();
  }
};

const refused = (detail: string): { readonly ok: false; readonly problem: Problem } => ({
  ok: false,
  problem: { code: "unprocessable", detail, issues: [{ path: "/picture", message: detail }] },
});

/**
 * Encodes a picture as WebP: lossless, or with little loss if that would be too large. Only its pixels are kept: no metadata,
 * no thumbnail, nothing after its end. Its size is read before it is decoded. Refused are files that are not PNG, JPEG or
 * WebP, have too many pixels or several frames, or are damaged.
 */
export const encodedPicture = async (bytes: Buffer): Promise<Result<EncodedPicture>> => {
  if (bytes.length > pictureLimits.bytes) return refused(`A picture has at most ${pictureLimits.bytes / 1024 / 1024} MiB.`);
  const kind = kinds.find(({ is }) => is(bytes));
  if (!kind) return refused("Only PNG, JPEG and WebP pictures are kept.");
  return inTurn(async () => {
    try {
      const { width, height, format, pages = 1 } = await sharp(bytes, { limitInputPixels: pictureLimits.pixels }).metadata();
      if (format !== kind.name) return refused("The picture is not what it begins as.");
      if (width * height > pictureLimits.pixels)
        return refused(`A picture has at most ${pictureLimits.pixels / 1_000_000} million px; this one has ${width} × ${height}.`);
      if (pages > 1) return refused("The picture moves. Save one frame of it.");
      const pixels = () =>
        sharp(bytes, { limitInputPixels: pictureLimits.pixels, failOn: "warning" }).timeout({ seconds: patience }).autoOrient();
      for (const options of [
        { lossless: true, effort: 2 },
        { quality: 90, effort: 2 },
      ]) {
        const { data, info } = await pixels().webp(options).toBuffer({ resolveWithObject: true });
        if (data.length <= pictureLimits.bytes) return { ok: true, value: { bytes: data, width: info.width, height: info.height } };
      }
      return refused("The picture is too large even when it is compressed. Crop it to part of the page.");
    } catch (error) {
      return refused(
        /pixel limit/i.test(String(error))
          ? `A picture has at most ${pictureLimits.pixels / 1_000_000} million px.`
          : /timeout/i.test(String(error))
            ? "The picture took too long to read. Save it as a plain PNG and try again."
            : "The picture is damaged or ends too early.",
      );
    }
  });
};
