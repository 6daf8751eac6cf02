import { spawn } from "node:child_process";
import { readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { Ajv } from "ajv";
import addFormats from "ajv-formats";
import {
  check,
  type FormatId,
  formatIds,
  formats,
  type Layout,
  layoutSchema,
  plainWriting,
  ruleIds,
  writeIn,
  writeLayout,
} from "@ypsiline/core";
import { parse } from "junit2json";
import type { Log } from "sarif";
import { afterAll, describe, expect, it } from "vitest";
import { placed } from "../../core/test/areas";
import { cleanLayout, withColumns } from "../../core/test/layouts";
import { folderWith, run, runServed, served } from "./run";
import { sarifPoints } from "./sarif-points";

const clean = cleanLayout();
/** The margins take more than the width; the gutter is off the base unit. */
const broken = withColumns(clean, "desk", { margin: { start: "700px", end: "700px" }, gutter: "23px" });
const uneven = withColumns(clean, "desk", { gutter: "20px" });
const accepted = layoutSchema.parse({
  ...uneven,
  accepted: check(uneven).findings.map(({ rule, breakpoint }) => ({ rule, breakpoint, reason: "Printed so." })),
});
const hostile = layoutSchema.parse({
  ...broken,
  breakpoints: broken.breakpoints.map((one) => ({ ...one, name: `${one.id} <&"'>\u0085]]> \u202e` })),
});
const withAreas = layoutSchema.parse({
  ...clean,
  areas: [{ id: "fares", name: "Fares", placements: Object.fromEntries(clean.breakpoints.map(({ id }) => [id, placed(1, 2)])) }],
});
const withDown = (down: Pick<Layout["breakpoints"][number], "rows" | "baseline">): Layout => ({
  ...clean,
  breakpoints: clean.breakpoints.map((one) => (one.id === "desk" ? { ...one, ...down } : one)),
});
const folder = folderWith({
  "layout.json": writeLayout(clean),
  "broken.json": writeLayout(broken),
  "accepted.json": writeLayout(accepted),
  "hostile.json": writeLayout(hostile),
  "areas.json": writeLayout(withAreas),
  "a space/größe.json": writeLayout(broken),
  "none.json": '{ "format": "ypsiline-layout", "formatVersion": 1, "base": "8em" }',
  "not.json": "{",
  "large.json": " ".repeat(5 * 1024 * 1024 + 1),
  "latin.json": "",
  // Two boxes of the desk: 64 to 236 is columns 1 and 2 (2 × 74 + 24); 263 is 1 px beside column 3's start, 437 is 3 off column 4's end.
  "boxes.csv": "name,x,y,width,height\nOn,64,0,172,40\nOff,263,0,174,40\n",
  "boxes.json": JSON.stringify({
    format: "ypsiline-boxes",
    formatVersion: 1,
    width: 1280,
    boxes: [{ name: "Fares", x: 67, y: 0, width: 172, height: 40, area: "fares" }],
  }),
  "rows.json": writeLayout(withDown({ rows: { kind: "repeating", height: "24px", gutter: "8px", offset: "0px" }, baseline: null })),
  "baseline.json": writeLayout(withDown({ rows: null, baseline: { step: "8px", offset: "0px", emphasis: 1 } })),
  "down.csv": "name,x,y,width,height\nCard,64,67,172,24\n",
  "boxes.svg":
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1280 800" width="1280" height="800"><rect id="card" x="64" y="0" width="172" height="40"/></svg>',
  ...Object.fromEntries(
    formatIds.flatMap((id): [string, string][] => {
      const written = writeIn(formats[id], withAreas, formats[id].of === "breakpoint" ? "desk" : null, plainWriting);
      return written.ok && formats[id].read ? [[`as.${id}.${formats[id].extension.split(".").at(-1) ?? ""}`, written.text]] : [];
    }),
  ),
});
afterAll(() => rmSync(folder, { recursive: true }));
const ypsiline = (args: readonly string[], more: Parameters<typeof run>[1] = {}) => run(args, { cwd: folder, ...more });

describe("check", () => {
  it("exits with 0 if nothing is found, and with 1 if something is at or above the level", async () => {
    expect(await ypsiline(["check", "layout.json"])).toEqual({ code: 0, out: "Nothing found.\n", err: "" });
    const found = await ypsiline(["check", "broken.json"]);
    expect(found).toMatchObject({ code: 1, err: "" });
    // 1280 − 2 × 700
    expect(found.out).toMatch(/^broken\.json\n {2}problem desk: The sum does not close\..* sum-closes line \d+\n {6}1280 − 1400 = -120\n/);
    expect((await ypsiline(["check", "broken.json", "--fail-on", "never"])).code).toBe(0);
  });
  it.each([
    ["problem", 0],
    ["caution", 0],
    ["note", 0],
  ])("what was accepted with a reason does not fail at %s", async (level, code) => {
    const found = await ypsiline(["check", "accepted.json", "--fail-on", level]);
    expect(found.code).toBe(code);
    expect(found.out).toContain("(accepted: Printed so.)");
  });
  it("gives the line of the file where the number is", async () => {
    const { out } = await ypsiline(["check", "broken.json", "--format", "sarif"]);
    const log = JSON.parse(out) as Log;
    const line =
      log.runs[0]?.results?.find(({ ruleId }) => ruleId === "gutter-on-base")?.locations?.[0]?.physicalLocation?.region?.startLine ?? 0;
    expect(readFileSync(join(folder, "broken.json"), "utf8").split("\n")[line - 1]).toContain('"gutter": "23px"');
  });
  it("reads every format that can be imported, from a file and from standard input", async () => {
    const read = formatIds.filter((id) => formats[id].read !== null);
    expect(read.length).toBeGreaterThanOrEqual(5);
    for (const id of read) {
      const name = `as.${id}.${formats[id].extension.split(".").at(-1) ?? ""}`;
      const found = await ypsiline(["check", name, "--format", "json", "--fail-on", "never"]);
      expect(found, `${name}: ${found.err}`).toMatchObject({ code: 0, err: "" });
      expect(JSON.parse(found.out)).toMatchObject({ files: [{ file: name }] });
    }
    const piped = await ypsiline(["check", "-"], { input: writeLayout(broken) });
    expect(piped).toMatchObject({ code: 1, err: "" });
    expect(piped.out).toContain("1280 − 1400 = -120");
  });
  it("labels the results of several files", async () => {
    const found = await ypsiline(["check", "layout.json", "broken.json", "a space/größe.json", "--format", "json"]);
    const { files } = JSON.parse(found.out) as { files: { file: string; findings: { rule: string }[]; held: string[] }[] };
    expect(files.map(({ file, findings }) => [file, findings.length > 0])).toEqual([
      ["layout.json", false],
      ["broken.json", true],
      ["a space/größe.json", true],
    ]);
    expect(files[0]?.held).toEqual([...ruleIds]);
  });
});

describe("output", () => {
  it("has colour on a terminal and none in a pipe, unless colour is asked for", async () => {
    const esc = "\u001b[";
    expect((await ypsiline(["check", "broken.json"], { terminal: true })).out).toContain(esc);
    expect((await ypsiline(["check", "broken.json"])).out).not.toContain(esc);
    expect((await ypsiline(["check", "broken.json", "--colour", "always"])).out).toContain(esc);
    expect((await ypsiline(["check", "broken.json", "--colour", "never"], { terminal: true })).out).not.toContain(esc);
    expect((await ypsiline(["check", "broken.json"], { terminal: true, env: { NO_COLOR: "1" } })).out).not.toContain(esc);
    // Without a terminal, FORCE_COLOR turns colour on, and 0 turns it off; a file never has colour.
    expect((await ypsiline(["check", "broken.json"], { env: { FORCE_COLOR: "1" } })).out).toContain(esc);
    expect((await ypsiline(["check", "broken.json"], { env: { FORCE_COLOR: "1", NO_COLOR: "1" } })).out).not.toContain(esc);
    expect((await ypsiline(["check", "broken.json"], { terminal: true, env: { FORCE_COLOR: "0" } })).out).not.toContain(esc);
    await ypsiline(["check", "broken.json", "-o", "out/plain.txt"], { env: { FORCE_COLOR: "1" } });
    expect(readFileSync(join(folder, "out/plain.txt"), "utf8")).not.toContain(esc);
    // A name cannot move the cursor.
    expect((await ypsiline(["check", "hostile.json"])).out).not.toMatch(/[\u0080-\u009f]/);
  });

  it.each(["layout.json", "broken.json", "accepted.json", "hostile.json", "a space/größe.json"])(
    "of %s is a SARIF 2.1.0 log",
    async (file) => {
      const { out } = await ypsiline(["check", file, "--format", "sarif"]);
      const ajv = new Ajv({ strict: false, allErrors: true });
      addFormats.default(ajv);
      const log = JSON.parse(out) as Log;
      expect(ajv.validate(sarifPoints, log), ajv.errorsText()).toBe(true);
      const [one] = log.runs;
      expect(one?.tool.driver.rules?.map(({ id }) => id)).toEqual([...ruleIds]);
      for (const result of one?.results ?? []) expect(one?.tool.driver.rules?.[result.ruleIndex ?? -1]?.id).toBe(result.ruleId);
      if (file === "accepted.json") {
        const suppressions = one?.results?.map((result) => result.suppressions);
        expect(suppressions?.length).toBeGreaterThan(0);
        for (const suppression of suppressions ?? []) expect(suppression).toEqual([{ kind: "inSource", justification: "Printed so." }]);
      }
      expect(ajv.validate(sarifPoints, { ...log, version: "2.0.0" })).toBe(false);
      expect(ajv.validate(sarifPoints, { ...log, runs: [{ results: [] }] })).toBe(false);
    },
  );

  it.each([
    ["layout.json", 0],
    ["broken.json", 2],
    ["hostile.json", 2],
  ])("of %s is JUnit XML that a reader of it reads back, with %i failures", async (file, failures) => {
    const { out } = await ypsiline(["check", file, "--format", "junit"]);
    const read = await parse(out);
    if (!read || !("testsuite" in read)) throw new Error(`not read: ${out.slice(0, 200)}`);
    expect(read).toMatchObject({ tests: ruleIds.length, failures });
    const [suite] = read.testsuite ?? [];
    expect(suite).toMatchObject({ name: file, tests: ruleIds.length, failures });
    expect(suite?.testcase?.map(({ name }) => name)).toEqual([...ruleIds]);
    const failing = suite?.testcase?.filter(({ failure }) => failure) ?? [];
    expect(failing).toHaveLength(failures);
    if (file === "hostile.json") expect(JSON.stringify(failing)).toContain(`desk <&\\"'>`);
  });
  it("goes to a file if one is named", async () => {
    const found = await ypsiline(["check", "broken.json", "--format", "junit", "-o", "out/report.xml"]);
    expect(found).toEqual({ code: 1, out: "", err: "" });
    expect(readFileSync(join(folder, "out/report.xml"), "utf8")).toContain("<testsuites");
  });
});

describe("errors of use", () => {
  it.each<[string, readonly string[], RegExp]>([
    ["no file", ["check", "nowhere.json"], /^ypsiline: there is no file nowhere\.json\n$/],
    ["a folder", ["check", "."], /is a folder/],
    ["no JSON", ["check", "not.json"], /^ypsiline: not\.json must be JSON: /],
    [
      "no layout: each fault with its path",
      ["check", "none.json"],
      /none\.json \/name is missing.*\n.*none\.json \/base must be a length like "16px"/,
    ],
    ["too large a file", ["check", "large.json"], /large\.json is larger than 5 MiB/],
    ["nothing piped in", ["check", "-"], /nothing was piped in/],
    [
      "a folder to write to",
      ["export", "layout.json", "--format", "css", "-o", "a space"],
      /^ypsiline: a space is a folder. Name a file in it\n$/,
    ],
    ["a file for a folder", ["check", "layout.json", "-o", "layout.json/report"], /part of its path is a file, not a folder/],
    ["no room", ["check", "layout.json", "-o", "/dev/full/report"], /part of its path is a file, not a folder/],
    ["no command", [], /Usage: ypsiline/],
    ["an unknown command", ["chekc", "layout.json"], /unknown command 'chekc'\n\(Did you mean check\?\)/],
    ["an unknown option", ["check", "layout.json", "--fail", "note"], /unknown option '--fail'/],
    ["a wrong value", ["check", "layout.json", "--fail-on", "all"], /Allowed choices are problem, caution, note, never/],
    [
      "an option the format does not take",
      ["export", "layout.json", "--format", "css", "--draw", "fill"],
      /--draw is not an option of css; its options are --unit/,
    ],
    ["a wrong value of one", ["export", "layout.json", "--format", "css", "--unit", "em"], /--unit must be "px" or "rem"/],
    [
      "no breakpoint where one is needed",
      ["export", "layout.json", "--format", "svg"],
      /--breakpoint must name a breakpoint of the layout: phone, tablet, desk/,
    ],
    ["a width that is none", ["resolve", "layout.json", "--width", "wide"], /--width must be a number of px from 1 to 20,000/],
    ["no width", ["resolve", "layout.json"], /required option '--width <px>' not specified/],
    [
      "a breakpoint there is not",
      ["resolve", "layout.json", "--width", "9", "--breakpoint", "wall"],
      /--breakpoint names no breakpoint; the breakpoints are/,
    ],
    ["nothing to hold against", ["fit", "layout.json"], /name what to compare with the layout/],
    ["both at once", ["fit", "layout.json", "boxes.csv", "--url", "http://127.0.0.1:1/"], /but not both/],
    ["boxes that are none", ["fit", "layout.json", "layout.json"], /layout\.json \//],
    [
      "a browser that is not there",
      ["fit", "layout.json", "--url", "http://127.0.0.1:1/", "--browser", "/nowhere"],
      /there is no file \/nowhere/,
    ],
    ["a page that is not there", ["fit", "layout.json", "--url", "nowhere"], /--url must be an address like/],
    ["a spec of nowhere", ["check", "@skerry/quay-board@^1"], /the registry of @skerry is not known. Name it with --registry/],
    [
      "a registry that does not answer",
      ["check", "@skerry/quay-board", "--registry", "http://127.0.0.1:9/npm"],
      /127\.0\.0\.1:9\/npm\/@skerry%2fquay-board cannot be reached/,
    ],
    ["a registry that is no address", ["check", "@skerry/quay-board", "--registry", "ftp://x"], /--registry must be an address like/],
    ["nothing to pull", ["pull"], /ypsiline\.lock\.json has no specs/],
    ["what is no spec", ["pull", "quay-board"], /quay-board is not a spec. Name one as @team\/spec/],
  ])("%s ends with 2 and says so, and nothing else", async (_what, args, said) => {
    const { code, out, err } = await ypsiline(args);
    expect({ code, out }, err).toEqual({ code: 2, out: "" });
    expect(err).toMatch(said);
    expect(err).not.toMatch(/\n\s+at /);
  });
  it.each([
    ["{", /must be JSON/],
    ['{"lockVersion":2}', /\/lockVersion must be 1/],
    ['{"lockVersion":1,"specs":{"@a/b":{}}}', /\/specs\/@a\/b must have range, version/],
    [
      '{"lockVersion":1,"specs":{"@a/b":{"range":"1","version":"1.0.0","integrity":"x","registry":"http://x","into":"../..","files":{}}}}',
      /leads out of this folder/,
    ],
    [
      '{"lockVersion":1,"specs":{"@a/b":{"range":"1","version":"1.0.0","integrity":"x","registry":"http://x","into":"x","files":{"../../y":"z"}}}}',
      /leads out of this folder/,
    ],
  ])("a lock file like %s is refused before anything is asked for", async (text, said) => {
    const { code, err } = await run(["pull"], { cwd: folderWith({ "ypsiline.lock.json": text }) });
    expect(code).toBe(2);
    expect(err).toMatch(said);
  });
});

describe("export", () => {
  const written = (id: FormatId) => {
    const made = writeIn(formats[id], clean, formats[id].of === "breakpoint" ? "desk" : null, plainWriting);
    if (!made.ok) throw new Error(id);
    return made.text;
  };
  it.each(formatIds)("%s writes what core writes", async (id) => {
    const more = formats[id].of === "breakpoint" ? ["--breakpoint", "desk"] : [];
    expect(await ypsiline(["export", "layout.json", "--format", id, ...more])).toEqual({ code: 0, out: written(id), err: "" });
  });
  it("takes a format's options, and writes to a file", async () => {
    expect(
      await ypsiline(["export", "layout.json", "--format", "css", "--unit", "rem", "--edges", "exact", "-o", "out/a.css"]),
    ).toMatchObject({ code: 0, out: "" });
    const css = readFileSync(join(folder, "out/a.css"), "utf8");
    expect(css).toContain("round(var(--layout-origin)");
    expect(css).toMatch(/--layout-gutter: 1\.5rem/);
  });
});

describe("resolve", () => {
  it("prints the geometry as tables", async () => {
    const { code, out } = await ypsiline(["resolve", "layout.json", "--width", "1280"]);
    expect(code).toBe(0);
    expect(out).toMatch(/Columns +12 of 74/);
    // Column 2 starts at 64 + 74 + 24; two together measure 172.
    expect(out).toMatch(/^2 +162 +74 +172$/m);
  });
  it("prints JSON as POST /resolve answers it", async () => {
    const { out } = await ypsiline(["resolve", "-", "--width", "1279", "--format", "json"], { input: writeLayout(clean) });
    // (1279 − 128 − 11 × 24) / 12
    expect(JSON.parse(out)).toMatchObject({ breakpoint: "desk", width: 1279, column: "887/12", container: { start: "64", width: "1151" } });
  });
});

describe("diff", () => {
  it("prints the changes in words and the level they need", async () => {
    const { code, out } = await ypsiline(["diff", "layout.json", "accepted.json"]);
    expect(code).toBe(0);
    expect(out).toMatch(/^layout\.json → accepted\.json: minor\n/);
    expect(out).toContain("desk gutter 24 → 20, so column width goes from 74 to 77⅔");
    expect((await ypsiline(["diff", "layout.json", "layout.json", "--most", "patch"])).out).toContain("no differences");
  });
  it.each([
    ["patch", 1],
    ["minor", 0],
    ["major", 0],
  ])("fails above --most %s: %i", async (most, code) => {
    const done = await ypsiline(["diff", "layout.json", "accepted.json", "--most", most, "--format", "json"]);
    expect(done.code).toBe(code);
    const data = JSON.parse(done.out) as { level: string; changes: { where: string; what: string; from: string; to: string }[] };
    expect(data.level).toBe("minor");
    expect(data.changes).toContainEqual({ where: "desk", what: "gutter", from: "24", to: "20" });
  });
});

// Each of these starts the served file in a process.
describe("the file that is served", () => {
  /** Runs it in a shell line, where it is "$0" "$@". */
  const inShell = (line: string, args: readonly string[]) =>
    new Promise<{ code: number | null; err: string }>((resolve) => {
      const child = spawn("bash", ["-c", line, process.execPath, served, ...args], { cwd: folder });
      let err = "";
      child.stderr.on("data", (data: Buffer) => (err += data.toString("utf8")));
      child.on("close", (code) => resolve({ code, err }));
    });

  it("prints what the source prints, with its exit code, from a file and from standard input", async () => {
    for (const args of [["check", "broken.json"], ["export", "layout.json", "--format", "css"], ["--version"], ["check", "nowhere.json"]]) {
      const { out, ...ended } = await runServed(args, { cwd: folder });
      const here = await ypsiline(args);
      expect({ ...ended, out: args[0] === "--version" ? here.out : out }).toEqual(here);
    }
    const { version } = JSON.parse(readFileSync(join(import.meta.dirname, "../package.json"), "utf8")) as { version: string };
    expect((await runServed(["--version"])).out).toBe(`${version}\n`);
    const piped = { cwd: folder, input: writeLayout(broken) };
    expect(await runServed(["check", "-"], piped)).toEqual(await run(["check", "-"], piped));
  });
  it("recognises a terminal, and prints in colour", async () => {
    expect((await runServed(["check", "broken.json"], { cwd: folder, terminal: true })).out).toContain("\u001b[");
  });
  it.each([["check", "broken.json"], ["--help"]])("%s to a full disk ends with 2 and one line of words", async (...args) => {
    expect(await inShell('"$0" "$@" > /dev/full', args)).toEqual({
      code: 2,
      err: "ypsiline: the output cannot be written: the disk is full\n",
    });
  });
  it("exits as usual when its reader closes the pipe early", async () => {
    expect(await inShell('"$0" "$@" | true; exit ${PIPESTATUS[0]}', ["check", "broken.json"])).toEqual({ code: 1, err: "" });
  });
});

describe("a file that cannot hold everything", () => {
  it.each(formatIds.filter((id) => formats[id].read !== null))("%s takes nothing away that it does not speak of", async (id) => {
    const name = `as.${id}.${formats[id].extension.split(".").at(-1) ?? ""}`;
    for (const pair of [
      ["areas.json", name],
      [name, "areas.json"],
    ]) {
      const { code, out, err } = await ypsiline(["diff", ...pair]);
      expect({ code, err }, out).toEqual({ code: 0, err: "" });
      expect(out).not.toMatch(/removed|taken away|added|is new/);
      if (id !== "layout") expect(out).toMatch(/ is .*: only what it can hold is compared\./);
    }
    if (formats[id].of === "layout") expect((await ypsiline(["diff", "areas.json", name])).out).toContain("no differences");
  });
});

describe("fit", () => {
  it("checks tops and bottoms against rows, and against the baseline where there are none", async () => {
    const rows = await ypsiline(["fit", "rows.json", "down.csv", "--width", "1280"]);
    // Rows of 24 with 8 between: row 3 is 64 to 88.
    expect(rows.out).toContain("Card: top +3 px from the nearest row");
    expect(rows.out).toContain("Card: bottom +3 px from the nearest row");
    const base = await ypsiline(["fit", "baseline.json", "down.csv", "--width", "1280"]);
    // Lines every 8 px: 67 is 3 below 64, 91 is 3 below 88.
    expect(base.out).toContain("Card: top +3 px from the nearest baseline line");
    expect(base.out).toMatch(/2 edges on, 0 near, 2 off/);
  });
  it("checks boxes of a table, a list or a drawing against the grid", async () => {
    const table = await ypsiline(["fit", "layout.json", "boxes.csv", "--width", "1280"]);
    expect(table.code).toBe(1);
    // Columns 3 and 4 are 260 to 432: their edges are 3 and 5 px away.
    expect(table.out).toContain("Off: left +3 px from the start of column 3");
    expect(table.out).toContain("Off: right +5 px from the end of column 4");
    expect(table.out).not.toContain("On:");
    expect(await ypsiline(["fit", "layout.json", "boxes.svg"])).toMatchObject({ code: 0 });
    const list = await ypsiline(["fit", "areas.json", "boxes.json", "--format", "json"]);
    expect(list.code).toBe(1);
    expect(JSON.parse(list.out)).toMatchObject({
      pages: [
        {
          breakpoint: "desk",
          misfits: [
            { box: "Fares", rule: "edge-off", message: "left +3 px from the left edge of Fares" },
            { box: "Fares", rule: "edge-off", message: "right +3 px from the right edge of Fares" },
          ],
        },
      ],
    });
  });
  it("calls what is within the tolerance near, and fails only where cautions do", async () => {
    const near = ["fit", "areas.json", "boxes.json", "--tolerance", "3"];
    expect((await ypsiline(near)).code).toBe(0);
    expect((await ypsiline([...near, "--fail-on", "caution"])).code).toBe(1);
    expect((await ypsiline([...near, "--format", "sarif"])).out).toContain('"ruleId": "edge-near"');
  });
});

describe("help", () => {
  it.each(["", "check", "export", "resolve", "diff", "fit", "outdated", "pull"])("is there for %s", async (name) => {
    const { code, out, err } = await ypsiline([...(name === "" ? [] : [name]), "--help"]);
    expect({ code, err }).toEqual({ code: 0, err: "" });
    expect(out).toContain(`Usage: ypsiline ${name}`.trim());
    expect(out.split("\n").every((line) => !/^ {2}\S.* {2}$/.test(line))).toBe(true);
  });
});
