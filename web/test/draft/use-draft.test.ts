import { applyChanges, type Change, compareLayouts, type Layout } from "@ypsiline/core";
import { afterEach, expect, it, vi } from "vitest";
import { newerThan } from "@/draft/use-draft";
import { cleanLayout, margin, withColumns } from "../../../core/test/layouts";
import { seeded } from "../../../core/test/random";

const address = { team: "skerry", spec: "quay-board", id: 7 };

/** A server that gives these answers in turn, with the requests it received. */
const serverOf = (...answers: readonly (readonly [number, unknown])[]): readonly string[] => {
  const asked: string[] = [];
  vi.stubGlobal("fetch", (path: string) => {
    const [status, body] = answers[asked.length] ?? [500, {}];
    asked.push(path);
    return Promise.resolve(new Response(status === 204 ? null : JSON.stringify(body), { status }));
  });
  return asked;
};
afterEach(() => vi.unstubAllGlobals());

const edited = (layout: Layout, gutter: number, side: number): Layout =>
  withColumns({ ...layout, name: `Name ${gutter}` }, side % 2 === 0 ? "desk" : "phone", {
    gutter: `${gutter}px`,
    margin: margin(`${side}px`),
  });

it("puts the edits of later revisions on what is known, in order, with the same result as the whole draft", async () => {
  const { integer } = seeded("edits since a revision");
  for (let round = 0; round < 200; round += 1) {
    const known = cleanLayout();
    const edits: Change[][] = [];
    let layout = known;
    for (let count = integer(1, 6); count > 0; count -= 1) {
      const after = edited(layout, integer(0, 40), integer(0, 64));
      edits.push([...compareLayouts(layout, after)]);
      layout = after;
    }
    const asked = serverOf([200, { revision: 3 + edits.length, edits }]);
    const newer = await newerThan(address, { revision: 3, layout: known });
    expect(newer).toEqual({ revision: 3 + edits.length, layout });
    expect(asked).toEqual(["/api/drafts/skerry/quay-board?since=3"]);
  }
});

it("asks for the whole draft if the edits do not fit what is known", async () => {
  const known = cleanLayout();
  const theirs = edited(known, 3, 5);
  const edit: Change = { path: ["name"], from: "Nobody's name", to: "Theirs" };
  expect(applyChanges(known, [edit]).ok).toBe(false);
  const asked = serverOf([200, { revision: 9, edits: [[edit]] }], [200, { revision: 9, layout: theirs }]);
  expect(await newerThan(address, { revision: 8, layout: known })).toEqual({ revision: 9, layout: theirs });
  expect(asked).toEqual(["/api/drafts/skerry/quay-board?since=8", "/api/drafts/skerry/quay-board"]);
});

it("has nothing newer if nothing changed, nothing answers, or the right to read has ended", async () => {
  for (const answer of [
    [204, null],
    [503, {}],
    [401, { detail: "Sign in first." }],
  ] as const) {
    serverOf(answer);
    expect(await newerThan(address, { revision: 1, layout: cleanLayout() })).toBeNull();
  }
});
