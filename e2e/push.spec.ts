import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type APIRequestContext, expect, test } from "@playwright/test";
import { type Layout, readLayout, writeLayout } from "../core/src/index";
import { ran } from "./clients";
import { makeSpec, requestsOf } from "./people";

// A layout document in git, pushed to the draft of a spec from two working copies, reviewed and published from one.

const program = join(import.meta.dirname, "..", "cli", "dist", "ypsiline.js");
const git = async (cwd: string, ...args: readonly string[]): Promise<void> => {
  const identity = ["-c", "user.name=Skerry", "-c", "user.email=code@skerry.example", "-c", "init.defaultBranch=main"];
  const done = await ran(cwd, "git", [...identity, ...args]);
  expect(done, done.err).toMatchObject({ code: 0 });
};

/** A token of a role with every scope it may give. */
const tokenOf = async (api: APIRequestContext, name: string, scopes: readonly string[]): Promise<string> => {
  const project = (await (await api.post("/api/teams/skerry/projects", { data: { name: `${name} ${process.pid}` } })).json()) as {
    id: number;
  };
  const made = await api.post(`/api/teams/skerry/projects/${project.id}/tokens`, { data: { name, scopes } });
  return ((await made.json()) as { token: string }).token;
};

test("a layout in git is pushed from two working copies: changes merge, a conflict and a problem stop it, and a version is published once", async ({
  baseURL,
}) => {
  test.setTimeout(150_000);
  const lead = await requestsOf(baseURL ?? "", "lead");
  const token = await tokenOf(lead, "Code", ["draft", "review", "publish"]);
  const spec = `@skerry/from-code-${process.pid}`;
  const ypsiline = (cwd: string, ...args: readonly string[]) =>
    ran(cwd, process.execPath, [program, ...args], { YPSILINE_TOKEN: token, "npm_config_@skerry:registry": `${baseURL ?? ""}/npm/` });
  const folder = mkdtempSync(join(tmpdir(), "ypsiline-push-"));
  await git(folder, "init", "--bare", "origin.git");
  await git(folder, "clone", "-q", "origin.git", "one");
  const [one, two] = [join(folder, "one"), join(folder, "two")];
  const layoutIn = (cwd: string): Layout => {
    const read = readLayout(readFileSync(join(cwd, "layout.json"), "utf8"));
    if (!read.ok) throw new Error("no layout");
    return read.layout;
  };
  /** Edits the file of a working copy. */
  const edit = (cwd: string, change: (layout: Layout) => Partial<Layout>): void =>
    writeFileSync(join(cwd, "layout.json"), writeLayout({ ...layoutIn(cwd), ...change(layoutIn(cwd)) }));
  const gutter =
    (width: string) =>
    (layout: Layout): Partial<Layout> => ({
      breakpoints: layout.breakpoints.map((breakpoint) => ({ ...breakpoint, columns: { ...breakpoint.columns, gutter: width } })),
    });

  // The first push makes the spec, which nothing did before.
  const path = await makeSpec(baseURL ?? "", { kind: "columns", width: 1440, columns: 12 });
  const draft = (await (await lead.get(`/api/v1${path}/draft`)).json()) as { layout: Layout };
  writeFileSync(join(one, "layout.json"), writeLayout({ ...draft.layout, name: "From code" }));
  expect(await ypsiline(one, "push", "--to", spec)).toMatchObject({
    code: 2,
    err: expect.stringContaining("To make it, push with --create"),
  });
  expect(await ypsiline(one, "push", "--to", spec, "--create")).toMatchObject({ code: 0, out: expect.stringContaining("at revision 2") });
  expect(JSON.parse(readFileSync(join(one, "ypsiline.lock.json"), "utf8"))).toMatchObject({
    pushed: { [spec]: { file: "layout.json", revision: 2 } },
  });
  await git(one, "add", ".");
  await git(one, "commit", "-qm", "The layout");
  await git(one, "push", "-q", "origin", "HEAD:main");
  await git(folder, "clone", "-q", "-b", "main", "origin.git", "two");

  // Two people change different numbers, and the second push brings both together, in the file as well.
  edit(one, () => ({ base: "4px" }));
  expect(await ypsiline(one, "push", "--to", spec)).toMatchObject({
    code: 0,
    out: expect.stringContaining("has 1 change from layout.json, at revision 3"),
  });
  edit(two, () => ({ leastColumn: "40px" }));
  const merged = await ypsiline(two, "push", "--to", spec);
  expect(merged).toMatchObject({ code: 0, out: expect.stringContaining("layout.json has 1 change that others made in the draft.") });
  expect(layoutIn(two)).toMatchObject({ base: "4px", leastColumn: "40px" });
  // They change the same number: nothing is written until one says whose stands.
  edit(one, gutter("32px"));
  expect(await ypsiline(one, "push", "--to", spec)).toMatchObject({ code: 0 });
  edit(two, gutter("20px"));
  const before = readFileSync(join(two, "layout.json"), "utf8");
  const stopped = await ypsiline(two, "push", "--to", spec);
  expect(stopped).toMatchObject({ code: 2, out: "" });
  expect(stopped.err).toMatch(/columns gutter: \d+px before, 20px here, 32px in revision 5/);
  expect(readFileSync(join(two, "layout.json"), "utf8")).toBe(before);
  edit(two, () => ({ leastColumn: "48px" }));
  expect(await ypsiline(two, "push", "--to", spec, "--keep", "mine")).toMatchObject({ code: 0 });
  expect(layoutIn(two)).toMatchObject({
    leastColumn: "48px",
    breakpoints: [{ columns: { gutter: "20px" } }, { columns: { gutter: "20px" } }],
  });
  edit(one, gutter("40px"));
  expect(await ypsiline(one, "push", "--to", spec, "--keep", "theirs")).toMatchObject({ code: 0 });
  expect(layoutIn(one)).toEqual(layoutIn(two));

  // On a pull request the layout is checked, and stylesheets are held against it.
  expect(await ypsiline(one, "check", "layout.json")).toMatchObject({ code: 0 });
  writeFileSync(join(one, "site.css"), ".card { gap: 23px }\n");
  expect(await ypsiline(one, "lint", "*.css", "--rule", "off-base=problem")).toMatchObject({
    code: 1,
    out: expect.stringContaining("23px is no spacing step and not whole base units of 4 px."),
  });

  // A problem stops it before anything is written.
  const good = readFileSync(join(one, "layout.json"), "utf8");
  edit(one, gutter("900px"));
  const checked = await ypsiline(one, "push", "--to", spec, "--check");
  expect(checked).toMatchObject({ code: 1, out: expect.stringContaining("layout.json was not pushed.") });
  writeFileSync(join(one, "layout.json"), good);
  expect(await ypsiline(one, "push", "--to", spec)).toMatchObject({ code: 0, out: expect.stringContaining("is the same, at revision") });

  // Reviewed and published from the main branch; the build that runs again publishes nothing twice.
  expect(await ypsiline(one, "review", spec, "--words", "From main.")).toMatchObject({ code: 0 });
  expect(await ypsiline(one, "review", spec, "--decide", "approve")).toMatchObject({
    code: 0,
    out: expect.stringContaining("was approved"),
  });
  for (let times = 0; times < 2; times += 1)
    expect(await ypsiline(one, "publish", spec, "--note", "From code.")).toMatchObject({ code: 0, out: `${spec} 1.0.0 is published.\n` });
  edit(one, gutter("24px"));
  expect(await ypsiline(one, "push", "--to", spec)).toMatchObject({ code: 0 });
  expect(await ypsiline(one, "publish", spec, "--level", "major")).toMatchObject({ code: 0, out: `${spec} 2.0.0 is published.\n` });
  expect(await ypsiline(one, "publish", spec, "--note", "Again.")).toMatchObject({
    code: 2,
    err: expect.stringContaining("Nothing has changed since 2.0.0"),
  });
  // A copy that was never pushed does not replace a draft unawares.
  writeFileSync(join(two, "ypsiline.lock.json"), '{"lockVersion":1,"specs":{}}');
  expect(await ypsiline(two, "push", "--to", spec)).toMatchObject({ code: 2, err: expect.stringContaining("push with --replace") });

  // One that is the same as the draft is noted, and nothing is written.
  const present = (await (await lead.get(`/api/v1/specs/${spec.slice(1)}/draft`)).json()) as { layout: Layout; revision: number };
  writeFileSync(join(two, "layout.json"), writeLayout(present.layout));
  expect(await ypsiline(two, "push", "--to", spec)).toMatchObject({
    code: 0,
    out: expect.stringContaining(`${spec} is the same, at revision ${present.revision}.`),
  });

  // A design measured elsewhere is saved beside the spec, again in its own place, and listed as it stands on the grid.
  writeFileSync(join(one, "home.csv"), "name,x,y,width,height\nCard,1,0,96,40\n");
  for (let times = 0; times < 2; times += 1)
    expect(await ypsiline(one, "designs", "put", "home.csv", "--to", spec, "--width", "1440")).toMatchObject({
      code: 0,
      out: `home is saved beside ${spec}.\n`,
    });
  expect(await ypsiline(one, "designs", "list", "--to", spec)).toMatchObject({
    code: 0,
    out: "home: 1440 px wide, 1 box; 0 edges on the grid, 1 near, 1 off\n",
  });
  expect(await ypsiline(one, "designs", "put", "--to", spec)).toMatchObject({ code: 2 });
});
