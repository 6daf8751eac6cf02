import { beforeEach, describe, expect, it } from "vitest";
import { createLive, type LiveWorld, type Present } from "@/draft/live-store";

type Hearers = Parameters<LiveWorld["open"]>[0];

/** A page whose stream, answers and visibility the test controls. */
const pageOf = () => {
  let seen = true;
  let stream: Hearers | null = null;
  let opened = 0;
  const said: { breakpoint: string; gone: boolean; answer: (present: readonly Present[] | null) => Promise<void> }[] = [];
  const heard: string[] = [];
  const turn = async (): Promise<void> => {
    for (let times = 0; times < 10; times += 1) await Promise.resolve();
  };
  const live = createLive(
    {
      open: (streamListeners) => {
        stream = streamListeners;
        opened += 1;
        return () => void (stream = null);
      },
      report: ({ breakpoint, gone = false }) =>
        new Promise((resolve) =>
          said.push({
            breakpoint,
            gone,
            answer: (present) => {
              resolve(present);
              return turn();
            },
          }),
        ),
      seen: () => seen,
    },
    { tab: "mine", at: "desk" },
    () => ({
      draft: (revision) => heard.push(`draft ${revision}`),
      comments: () => heard.push("comments"),
      versions: () => heard.push("versions"),
      present: (others) => heard.push(`present ${others.map(({ name }) => name).join(" ")}`),
    }),
  );
  return {
    live,
    said,
    heard,
    turn,
    stream: () => stream,
    opened: () => opened,
    see: async (is: boolean): Promise<void> => {
      seen = is;
      live.look();
      await turn();
    },
  };
};

describe("presence in a draft", () => {
  let page: ReturnType<typeof pageOf>;
  beforeEach(async () => {
    page = pageOf();
    await page.see(true);
  });

  it("listens while the page is visible, once however often it is shown, and asks for what happened before it listened", async () => {
    await page.see(true);
    expect(page.opened()).toBe(1);
    page.stream()?.open();
    page.stream()?.draft({ revision: 7 });
    page.stream()?.comments();
    page.stream()?.version();
    page.stream()?.followed();
    expect(page.heard).toEqual(["draft 0", "comments", "draft 7", "comments", "versions", "versions"]);
    await page.see(false);
    expect([page.stream(), page.said.at(-1)?.gone]).toEqual([null, true]);
    await page.see(true);
    expect(page.opened()).toBe(2);
    // A version may have been published while nobody listened.
    page.stream()?.open();
    expect(page.heard.slice(6)).toEqual(["draft 0", "comments", "versions"]);
  });

  it("reports its position one request at a time, so that the last one sent is the current one", async () => {
    page.live.goTo("phone");
    page.live.goTo("tablet");
    await page.turn();
    // The first request is still under way; nothing overtakes it.
    expect(page.said.map(({ breakpoint }) => breakpoint)).toEqual(["desk"]);
    for (let index = 0; index < 3; index += 1) await page.said[index]?.answer([]);
    expect(page.said.at(-1)?.breakpoint).toBe("tablet");
  });

  it("says at once that it leaves, whatever is still being sent", async () => {
    page.live.leave();
    await page.turn();
    expect(page.said.map(({ gone }) => gone)).toEqual([false, true]);
    await page.said[1]?.answer([{ tab: "other", name: "Bo", breakpoint: "desk" }]);
    expect(page.heard).toEqual([]);
  });

  it("knows the others and leaves itself out; a failed request changes nothing", async () => {
    await page.said[0]?.answer([
      { tab: "mine", name: "Me", breakpoint: "desk" },
      { tab: "other", name: "Bo", breakpoint: "phone" },
    ]);
    page.stream()?.presence();
    await page.turn();
    await page.said[1]?.answer(null);
    expect(page.heard).toEqual(["present Bo"]);
    page.live.beat();
    await page.turn();
    expect(page.said.length).toBe(3);
  });

  it("sends nothing while the page is hidden", async () => {
    await page.see(false);
    const before = page.said.length;
    page.live.beat();
    page.live.goTo("phone");
    await page.turn();
    expect(page.said.length).toBe(before);
    await page.see(true);
    await page.said[0]?.answer([]);
    await page.said[1]?.answer([]);
    expect(page.said.at(-1)).toMatchObject({ breakpoint: "phone", gone: false });
  });
});
