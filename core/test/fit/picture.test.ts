import { describe, expect, it } from "vitest";
import { compare, exact, grids, gridsOfList, guessedDensity, pictureEdges, type Pixels, toNumber } from "../../src/index";
import { seeded } from "../random";

type Random = ReturnType<typeof seeded>;
type Face = { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number; readonly grey: number };

const blank = (width: number, height: number, grey = 250): Pixels => {
  const data = new Uint8Array(width * height * 4).fill(grey);
  for (let index = 3; index < data.length; index += 4) data[index] = 255;
  return { width, height, data };
};
const dot = ({ width, data }: Pixels, x: number, y: number, grey: number): void => {
  data.fill(grey, 4 * (y * width + x), 4 * (y * width + x) + 3);
};
const paint = (pixels: Pixels, { left, top, right, bottom, grey }: Face): void => {
  for (let y = top; y < bottom; y += 1) for (let x = left; x < right; x += 1) dot(pixels, x, y, grey);
};
const upright = (pixels: Pixels, density = 1) =>
  (pictureEdges(pixels, density)?.boxes ?? []).filter((box) => compare(box.width, box.height) <= 0);
const places = (pixels: Pixels, density = 1): readonly number[][] =>
  upright(pixels, density).map(({ x, width, y, height }) => [x, width, y, height].map(toNumber));
const gridsOf = (pixels: Pixels, density = 1) => {
  const edges = pictureEdges(pixels, density);
  return edges ? gridsOfList(edges) : [];
};

const noise = (random: Random, width: number, height: number, depth: number): Pixels => {
  const pixels = blank(width, height);
  for (let y = 0; y < height; y += 1) for (let x = 0; x < width; x += 1) dot(pixels, x, y, 128 + random.integer(-depth, depth));
  return pixels;
};

/** Soft patches of light with grain, as in a photograph. */
const photograph = (random: Random, width: number, height: number): Pixels => {
  const lights = Array.from({ length: 12 }, () => ({
    x: random.integer(0, width),
    y: random.integer(0, height),
    far: random.integer(60, 300),
    by: random.integer(-110, 110),
  }));
  const pixels = blank(width, height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const light = lights.reduce(
        (sum, { x: cx, y: cy, far, by }) => sum + by * Math.exp(-((x - cx) ** 2 + (y - cy) ** 2) / (2 * far * far)),
        128,
      );
      dot(pixels, x, y, Math.max(0, Math.min(255, Math.round(light + random.integer(-6, 6)))));
    }
  return pixels;
};

describe("edges of a picture", () => {
  it("are where faces meet, in whole device px by the density, with the two sides of a line as one", () => {
    const pixels = blank(750, 400);
    paint(pixels, { left: 60, top: 40, right: 258, bottom: 240, grey: 200 });
    paint(pixels, { left: 400, top: 40, right: 402, bottom: 240, grey: 90 });
    // Density 2: 258 device px are 129, a line 2 device px wide is 1.
    expect(places(pixels, 2)).toEqual([
      [30, 0, 20, 100],
      [129, 0, 20, 100],
      [200, 1, 20, 100],
    ]);
  });

  it("are all found, and no others, whatever is drawn (200 pictures of separate boxes)", () => {
    const random = seeded("edges of pictures");
    for (let round = 0; round < 200; round += 1) {
      const density = random.pick([1, 2, 3]);
      const pixels = blank(400, 300, random.integer(120, 250));
      const ground = pixels.data[0] ?? 0;
      const faces: Face[] = [];
      for (let tries = 0; tries < 12; tries += 1) {
        const [left, top] = [random.integer(4, 320), random.integer(4, 200)];
        const face = {
          left,
          top,
          right: Math.min(396, left + random.integer(24 * density + 1, 140)),
          bottom: Math.min(296, top + random.integer(24 * density + 1, 140)),
          grey: (ground + random.integer(8, 200)) % 256,
        };
        const apart = faces.every(
          (other) =>
            face.left > other.right + 9 || other.left > face.right + 9 || face.top > other.bottom + 9 || other.top > face.bottom + 9,
        );
        const large = face.right - face.left >= 24 * density && face.bottom - face.top >= 24 * density;
        if (apart && large && Math.abs(face.grey - ground) >= 6) faces.push(face);
      }
      for (const face of faces) paint(pixels, face);
      const expected = faces.flatMap(({ left, right, top, bottom }) =>
        [left, right].map((x) => [x, top, bottom - top].map((px) => px / density)),
      );
      const found = places(pixels, density).map(([x, , y, height]) => [x, y, height]);
      const sorted = (list: readonly (readonly (number | undefined)[])[]) =>
        list.map((one) => one.map((px) => px?.toFixed(4)).join(" ")).sort();
      expect(sorted(found)).toEqual(sorted(expected));
    }
  });

  it("leave out short ones, as letters have, and read a blurred edge as one, where it is steepest", () => {
    const pixels = blank(400, 300);
    for (let letter = 0; letter < 20; letter += 1)
      paint(pixels, { left: 20 + 8 * letter, top: 20, right: 22 + 8 * letter, bottom: 40, grey: 20 });
    paint(pixels, { left: 100, top: 100, right: 101, bottom: 200, grey: 230 });
    paint(pixels, { left: 101, top: 100, right: 300, bottom: 200, grey: 100 });
    expect(places(pixels)).toEqual([
      [101, 0, 100, 100],
      [300, 0, 100, 100],
    ]);
  });

  it("are grouped where they are a border and its inside; a shadow does not belong to them", () => {
    const pixels = blank(400, 300);
    // A shadow of 3 px beside a card with a border of 2 px; a strip of colour crosses the whole card.
    [246, 238, 226].forEach((grey, far) => paint(pixels, { left: 97 + far, top: 100, right: 300, bottom: 260, grey }));
    paint(pixels, { left: 100, top: 100, right: 300, bottom: 260, grey: 120 });
    paint(pixels, { left: 102, top: 102, right: 298, bottom: 258, grey: 250 });
    paint(pixels, { left: 102, top: 102, right: 298, bottom: 150, grey: 60 });
    expect(places(pixels)).toEqual([
      [100, 2, 100, 160],
      [298, 2, 100, 160],
    ]);
  });

  it("find the true grid of 47 edges of unknown length, not its gutters as columns", () => {
    // As Chromium drew them at 768 px and density 2: cards with a border of 1 px and a picture inside, on 8 columns of
    // 62 with gutters of 16 and margins of 80.
    const drawn = [
      "80-81 80 80 81 81 81 81 141 141 141 142 142 158 158 159 159 159 297 297 298 298 314-315 375-376 375 375 376 376 392-393 392-393",
      "531-532 531-532 548 548-549 549 549 549 549 609-610 609 609 610 610 626 626-627 627 627 687 687 687 687 687 687 688 688 688 688",
    ];
    const across = drawn
      .join(" ")
      .split(" ")
      .map((edge) => {
        const [left = "0", right = left] = edge.split("-");
        return { left: exact(Number(left)), right: exact(Number(right)) };
      });
    const [first] = grids(exact(768), across, { either: true });
    expect(
      first && [first.columns, first.gutter, first.margin, first.marginEnd].map((one) => (typeof one === "number" ? one : toNumber(one))),
    ).toEqual([8, 16, 80, 80]);
  });

  it("find no grid in random boxes one below the other (150 pictures)", () => {
    const random = seeded("boxes that stand anywhere");
    for (let round = 0; round < 150; round += 1) {
      const width = random.integer(375, 1600);
      const across = Array.from({ length: random.integer(4, 14) }, (_, row) => {
        const left = random.integer(8, width - 100);
        const right = left + random.integer(30, Math.min(400, width - left - 5));
        return [left, right].map((at) => ({ left: exact(at), right: exact(at), top: exact(8 + 48 * row), bottom: exact(48 + 48 * row) }));
      });
      expect(grids(exact(width), across.flat(), { either: true })).toEqual([]);
    }
  });

  it("are none in an even picture, in noise, or in a transparent one", () => {
    expect(pictureEdges(blank(300, 300), 1)).toBeNull();
    expect(pictureEdges({ width: 200, height: 200, data: new Uint8Array(160_000) }, 1)).toBeNull();
    expect(upright(noise(seeded("noise"), 300, 300, 100))).toEqual([]);
  });

  it("find no grid, rather than a wrong one, in photographs and noise", () => {
    const random = seeded("photographs");
    for (let round = 0; round < 6; round += 1) {
      expect(gridsOf(photograph(random, 640, 480))).toEqual([]);
      expect(gridsOf(noise(random, 640, 480, random.integer(2, 120)))).toEqual([]);
      // Boxes at random places.
      const pixels = blank(1280, 400);
      for (let box = 0; box < 8; box += 1) {
        const left = random.integer(8, 1100);
        paint(pixels, { left, top: 8 + 48 * box, right: left + random.integer(30, 170), bottom: 48 + 48 * box, grey: 90 });
      }
      expect(gridsOf(pixels)).toEqual([]);
    }
  });

  it("find the grid they were drawn on first, where every column is used (100 grids)", () => {
    const random = seeded("grids of pictures");
    let first = 0;
    for (let round = 0; round < 100; round += 1) {
      const [count, gutter, column] = [random.integer(4, 12), random.integer(6, 24), random.integer(40, 74)];
      const side = random.integer(12, 48);
      const width = count * column + (count - 1) * gutter + 2 * side;
      const pixels = blank(width, 120);
      for (let index = 0; index < count; index += 1) {
        const left = side + index * (column + gutter);
        paint(pixels, { left, top: 20, right: left + column, bottom: 100, grey: 150 });
      }
      const [found] = gridsOf(pixels);
      first += Number(found?.columns === count && toNumber(found.gutter) === gutter && toNumber(found.margin) === side);
    }
    expect(first).toBeGreaterThanOrEqual(98);
  });
});

describe("the density of a picture", () => {
  it("is the one that makes it as wide as a breakpoint's drawn-at width, else one that makes it no wider than most screens", () => {
    expect([2560, 1080, 1280, 2880, 5000, 1700].map((width) => guessedDensity(width, [360, 1280]))).toEqual([2, 3, 1, 2, 3, 1]);
  });
});
