import { describe, expect, it } from "vitest";
import { formats, plainWriting } from "../../src/index";
import { area, deskWith, placed } from "../areas";

describe("areas in an overlay", () => {
  it("are a group of outlines by id and name, exact; bands, whose height is unknown, are not drawn", () => {
    const areas = [
      area("sailings", { desk: placed(5, 8, { row: 7, rowSpan: 16 }) }, { name: 'Sailings <&"' }),
      area("map", { desk: placed(9, 4, { row: 25, leaves: "end", reason: "Sea." }) }),
    ];
    const { write } = formats.svg;
    const written = write(deskWith(areas), "desk", plainWriting);
    const group = written.ok ? (/<g id="areas"[^>]*>(.*)<\/g>/.exec(written.text)?.[1] ?? "") : "";
    expect(group).toBe(
      '<g id="area-sailings"><title>Sailings &#60;&#38;&#34;</title><rect x="456" y="96" width="760" height="248"/></g>' +
        '<g id="area-map"><title>Map</title><rect x="848" y="384" width="432" height="8"/></g>',
    );
    const bands = write(deskWith(areas, { rows: null }), "desk", plainWriting);
    expect(bands.ok && bands.text).toContain('<g id="areas" fill="none" stroke="#16262d"></g>');
  });
});
