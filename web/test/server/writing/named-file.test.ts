import { layoutSchema, wholeFormats } from "@ypsiline/core";
import { unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { tagged, fileAnswer } from "@/server/http/file-response";
import { askedFile, fileKey } from "@/server/writing/named-file";
import { writeNamedFile } from "@/server/writing/write-named-file";
import { breakpointFiles, fileNames, madeFiles } from "@/wire/files";
import { writtenFiles } from "@/server/writing/written-files";
import { cookieIn } from "@/server/http/cookies";
import { cleanLayout, withBreakpoint } from "../../../../core/test/layouts";

const layout = layoutSchema.parse({
  ...withBreakpoint(cleanLayout(), "desk", (one) => ({ ...one, rows: { kind: "repeating", height: "8px", gutter: "8px", offset: "0px" } })),
  name: "Ferries */ </script> </style>",
});
const sheet = { layout, version: "1.0.0", published: "published", at: new Date(0), note: "", before: null };
const namedFile = async (of: Parameters<typeof writeNamedFile>[0], name: string, search: URLSearchParams) => {
  const asked = askedFile(name, search);
  return asked.ok ? writeNamedFile(of, asked.value) : asked;
};
const get = (name: string, search = "") => namedFile(sheet, name, new URLSearchParams(search));
const text = async (name: string, search = ""): Promise<string> => {
  const file = await get(name, search);
  if (!file.ok) throw new Error(file.problem.detail);
  return String(file.body);
};

describe("files of a layout", () => {
  it("are written under every listed name, each in the type it claims", async () => {
    const types = new Map<string, number>();
    for (const name of fileNames(layout)) {
      const file = await get(name);
      if (!file.ok) throw new Error(`${name}: ${file.problem.detail}`);
      expect(file.body.length, name).toBeGreaterThan(50);
      types.set(file.mediaType, (types.get(file.mediaType) ?? 0) + 1);
    }
    expect(fileNames(layout)).toHaveLength(wholeFormats.length + 3 * breakpointFiles.length + madeFiles.length);
    expect(types.get("image/png")).toBe(6);
  });
  it("make the same ZIP and the same PDF each time", async () => {
    for (const name of ["all.zip", "sheet.pdf"]) expect((await get(name)).ok && (await get(name))).toEqual(await get(name));
    const zip = await get("all.zip");
    expect(zip.ok && Object.keys(unzipSync(zip.body as Uint8Array))).toHaveLength(
      wholeFormats.length + 3 * breakpointFiles.length + madeFiles.filter(({ kind }) => kind !== "ZIP").length,
    );
  });
  it.each([
    ["overlay-desk.png", "density=9", "density", 400],
    ["overlay-desk.svg", "columns=red", "columns", 400],
    ["overlay-desk.svg", "layers=columns,walls", "layers", 400],
    ["layout.css", "unit=pt", "unit", 400],
    ["layout.css", "density=2", "is not asked of this file; it takes unit, query, edges, grid, spans", 400],
    ["tokens.json", "x=1", "is not asked of this file, which takes nothing", 400],
    ["layout.css", "unit=px&unit=rem", "may be given once", 400],
    ["overlay-desk.png", "density=1.0001", "steps of 0.25", 400],
    ["overlay-desk.svg", "opacity=0.12345", "steps of 0.01", 400],
    ["overlay.svg", "", "needs ?breakpoint=ID", 400],
    ["constructor", "", "There is no file constructor", 404],
    ["__proto__", "", "There is no file __proto__", 404],
    ["overlay-none.svg", "", "There is no file overlay-none.svg", 404],
    ["passwd", "", "There is no file passwd", 404],
  ])("%s?%s is refused with what would be right", async (name, search, words, status) => {
    const file = await get(name, search);
    expect(file.ok ? "" : JSON.stringify(file.problem)).toContain(words);
    expect(file.ok ? "" : file.problem.code).toBe(status === 400 ? "malformed" : "not-found");
  });
  it("say when a picture would be too large, and are left out of the ZIP with a note", async () => {
    const huge = withBreakpoint(layout, "desk", (one) => ({ ...one, rows: null, drawnAt: { width: 20_000, height: 20_000 } }));
    const png = await namedFile({ ...sheet, layout: huge }, "overlay-desk.png", new URLSearchParams());
    expect(png.ok ? "" : png.problem.detail).toContain("million pixels");
    const zip = await namedFile({ ...sheet, layout: huge }, "all.zip", new URLSearchParams());
    const held = zip.ok ? unzipSync(zip.body as Uint8Array) : {};
    expect(new TextDecoder().decode(held["left-out.txt"])).toContain("overlay-desk.png");
  });
  it("cannot be broken out of by a name", async () => {
    const script = await text("overlay.js");
    expect(script.split("\n")[0]?.match(/\*\//g)).toHaveLength(1);
    expect(script).not.toContain("</script>");
    expect(() => new Function(script)).not.toThrow();
    expect(await text("layout.css")).not.toMatch(/Ferries \*\//);
    expect(await text("overlay-desk.svg")).not.toContain("</script>");
  });
  it("are cached once for the same options in any order, and apart for another option that counts", () => {
    const key = (name: string, search: string): string => {
      const asked = askedFile(name, new URLSearchParams(search));
      if (!asked.ok) throw new Error(asked.problem.detail);
      return fileKey(asked.value);
    };
    expect(key("overlay.svg", "breakpoint=desk&draw=fill")).toBe(key("overlay-desk.svg", "density=3&opacity=0.35&columns=2F8A76"));
    expect(key("overlay-desk.png", "density=2.0")).toBe(key("overlay-desk.png", "density=2"));
    expect(new Set(["", "density=2", "draw=outline", "columns=000000"].map((search) => key("overlay-desk.png", search))).size).toBe(4);
  });
  it("are requested by forms with their query too", async () => {
    expect(await text("overlay.svg", "breakpoint=desk&draw=outline")).toBe(await text("overlay-desk.svg", "draw=outline"));
  });
});

describe("answers with files", () => {
  const file = tagged("numbers", "text/css");
  it("are 304 without a body if the client has them", () => {
    expect(fileAnswer(file.etag, file, {})).toMatchObject({ status: 304, body: null });
    expect(fileAnswer(`"other", W/${file.etag}`, file, {}).status).toBe(304);
    expect(fileAnswer('"other"', file, {}).status).toBe(200);
    expect(fileAnswer(null, file, {}).headers["Content-Type"]).toBe("text/css");
  });
  it("are kept up to a size, the latest used", () => {
    const large = (name: string) => tagged(new Uint8Array(4_000_000), name);
    for (let index = 0; index < 12; index += 1) {
      writtenFiles().set(`file ${index}`, large(String(index)));
      writtenFiles().get("file 0");
    }
    expect(writtenFiles().get("file 0")).toBeDefined();
    expect(writtenFiles().get("file 1")).toBeUndefined();
    expect(writtenFiles().get("file 11")).toBeDefined();
    writtenFiles().set("too large", tagged(new Uint8Array(9_000_000), "x"));
    expect(writtenFiles().get("too large")).toBeUndefined();
  });
  it.each([
    ["a=1; ypsiline_session=abc; b=2", "abc"],
    ["ypsiline_session=abc", "abc"],
    ["not_ypsiline_session=abc", null],
    [null, null],
  ])("the session is found in %s", (header, value) => expect(cookieIn(header, "ypsiline_session")).toBe(value));
});
