import sharp from "sharp";
import { describe, expect, it } from "vitest";
import { encodedPicture } from "@/server/heavy/pictures";

/** 40 × 30 px, each with its own colour, so that a lost or moved one is noticed. */
const pixels = Buffer.from(Array.from({ length: 40 * 30 * 3 }, (_, index) => (index * 37) % 256));
const raw = () => sharp(pixels, { raw: { width: 40, height: 30, channels: 3 } });
const secret = "Skerry, quay 4";
const png = await raw()
  .withExif({ IFD0: { ImageDescription: secret } })
  .png()
  .toBuffer();
const script = Buffer.from(`<script>alert("${secret}")</script>`);

/** A PNG whose header says another size than its pixels have. */
const headOf = (width: number, height: number): Buffer => {
  const head = Buffer.from(png);
  head.writeUInt32BE(width, 16);
  head.writeUInt32BE(height, 20);
  return head;
};

describe("a stored picture", () => {
  it("has every pixel unchanged and nothing else: no metadata, nothing after its end", async () => {
    for (const given of [png, Buffer.concat([png, script]), await raw().webp({ lossless: true }).toBuffer()]) {
      const kept = await encodedPicture(given);
      if (!kept.ok) throw new Error(kept.problem.detail);
      const { bytes, width, height } = kept.value;
      expect([width, height, bytes.toString("latin1", 8, 12)]).toEqual([40, 30, "WEBP"]);
      expect(await sharp(bytes).removeAlpha().raw().toBuffer()).toEqual(pixels);
      expect(bytes.includes("Skerry")).toBe(false);
      expect((await sharp(bytes).metadata()).exif).toBeUndefined();
    }
  });

  it("may be JPEG, and is turned as its camera says", async () => {
    const turned = await encodedPicture(await raw().withMetadata({ orientation: 6 }).jpeg().toBuffer());
    expect(turned.ok && [turned.value.width, turned.value.height]).toEqual([30, 40]);
  });

  it.each([
    ["a drawing", Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'), "Only PNG, JPEG and WebP"],
    ["a page that begins as a GIF", Buffer.from("GIF89a/*<script>*/"), "Only PNG, JPEG and WebP"],
    ["a document", Buffer.from("%PDF-1.7"), "Only PNG, JPEG and WebP"],
    ["nothing", Buffer.alloc(0), "Only PNG, JPEG and WebP"],
    ["a head alone", png.subarray(0, 40), "damaged or ends too early"],
    ["half of it", png.subarray(0, png.length / 2), "damaged or ends too early"],
    ["a script behind a picture's first bytes", Buffer.concat([png.subarray(0, 8), script]), "damaged or ends too early"],
    ["JPEG bytes behind WebP's", Buffer.concat([Buffer.from("RIFF0000WEBP"), script]), "damaged or ends too early"],
    ["a head that says 60,000 × 60,000", headOf(60_000, 60_000), "at most 40 million px"],
    ["more than 5 MiB", Buffer.concat([png, Buffer.alloc(5 * 1024 * 1024)]), "at most 5 MiB"],
  ])("is not %s", async (_, bytes, words) => {
    const kept = await encodedPicture(bytes);
    expect(kept.ok ? "kept" : kept.problem.detail).toContain(words);
  });

  it("may not be animated", async () => {
    const frames = await sharp([png, await raw().negate().png().toBuffer()], { join: { animated: true } })
      .webp()
      .toBuffer();
    const kept = await encodedPicture(frames);
    expect(kept.ok ? "kept" : kept.problem.detail).toContain("moves");
  });

  it("may be one of 39 million px that is nearly empty, but no bomb of few bytes, nor many at once", async () => {
    const bomb = await sharp({ create: { width: 7800, height: 5000, channels: 3, background: "#fff" } })
      .png({ compressionLevel: 9 })
      .toBuffer();
    expect(bomb.length).toBeLessThan(400_000);
    const all = await Promise.all([bomb, png, png, png].map(encodedPicture));
    expect(all.map(({ ok }) => ok)).toEqual([true, true, true, true]);
  });
});
