import { expect, test } from "@playwright/test";
import { startDemoCluster } from "../scripts/demo-server";
import { type Instance, processOf, proxyTo } from "./instances";
import { password } from "../scripts/demo-accounts";

/** The people who edit while a process ends. */
const people = 20;

test("behind a proxy and over https: cookies, address and live events; a process that ends while 20 people edit is drained, and nothing is lost", async ({
  playwright,
}) => {
  test.setTimeout(180_000);
  const cluster = await startDemoCluster(".data-test/proxy");
  const running: Instance[] = [];
  let proxy: Awaited<ReturnType<typeof proxyTo>> | null = null;
  try {
    for (let index = 0; index < 2; index += 1)
      running.push(await processOf({ DATABASE_URL: cluster.url, PUBLIC_URL: "https://layouts.example", TRUST_PROXY: "1" }));
    proxy = await proxyTo(() => running.map(({ address }) => address), "https");
    const address = proxy.address;
    const signIn = async () => {
      const answer = await fetch(`${address}/session`, {
        method: "POST",
        redirect: "manual",
        headers: { Origin: "https://layouts.example" },
        body: new URLSearchParams({ email: "author@skerry.example", password }),
      });
      const cookies = answer.headers.getSetCookie();
      return { answer, cookies, cookie: cookies.map((one) => one.split(";")[0]).join("; ") };
    };
    const { answer, cookies, cookie } = await signIn();
    expect(answer.headers.get("location")).toBe("/specs");
    for (const cookie of cookies) expect(cookie).toContain("Secure");
    // Not sent to other hosts of the domain, nor over plain http.
    expect(cookies.filter((one) => /^__Host-ypsiline_(session|browser)=/.test(one))).toHaveLength(2);
    // Every request comes from this machine; metrics need a token, and none is set.
    for (const path of [address, running[0]?.address ?? ""]) expect((await fetch(`${path}/metrics`)).status).toBe(404);
    expect(answer.headers.get("strict-transport-security")).toContain("max-age");
    expect(
      (
        await fetch(`${address}/session`, {
          method: "POST",
          redirect: "manual",
          headers: { Origin: "https://elsewhere.example" },
          body: new URLSearchParams({ end: "1" }),
        })
      ).status,
    ).toBe(403);
    const api = await playwright.request.newContext({
      baseURL: address,
      extraHTTPHeaders: { Cookie: cookie, Origin: "https://layouts.example" },
    });
    expect((await api.get("/npm/@skerry/passenger-booking")).status()).toBe(200);
    expect(JSON.stringify(await (await api.get("/npm/@skerry/passenger-booking")).json())).toContain(
      "https://layouts.example/npm/@skerry/passenger-booking/-/",
    );
    await expect(() => expect(running[0]?.log()).toContain('"client":"203.0.113.9"')).toPass();

    // A page listens to a process that ends and says so; another process takes over.
    const listen = async () => {
      const stream = await fetch(`${address}/api/specs/skerry/crew-roster/events`, { headers: { Cookie: cookie } });
      const reader = stream.body?.getReader();
      const first = new TextDecoder().decode((await reader?.read())?.value);
      return { first, reader };
    };
    const { first, reader } = await listen();
    expect(first).toContain("event: open");
    // Twenty people, each with their own session and number, edit one draft; another sends files. Everything
    // acknowledged is kept.
    const draft = "/api/drafts/skerry/crew-roster";
    const steps = Array.from({ length: people }, (_, index) => ({ name: `own-${index}`, multiple: 1 }));
    const began = (await (await api.get(draft)).json()) as { revision: number; layout: { spacing: { name: string }[] } };
    const added = steps.map((step) => ({ path: ["spacing", step.name], to: step }));
    expect((await api.post(draft, { data: { revision: began.revision, changes: added } })).status()).toBe(200);
    let editing = true;
    const statuses: number[] = [];
    const kept = steps.map(({ multiple }) => multiple);
    // One after the other: simultaneous attempts at one account count as guesses.
    const signedIn: string[] = [];
    for (let one = 0; one < people; one += 1) signedIn.push((await signIn()).cookie);
    expect(new Set(signedIn).size).toBe(people);
    const post = (path: string, as: string, body: string): Promise<Response> =>
      fetch(address + path, {
        method: "POST",
        headers: { Cookie: as, Origin: "https://layouts.example", "Content-Type": "application/json" },
        body,
      });
    const editor = async (own: string, index: number): Promise<void> => {
      let { revision } = began;
      while (editing) {
        const from = kept[index] ?? 0;
        const changes = [{ path: ["spacing", `own-${index}`, "multiple"], from, to: (from % 900) + 1 }];
        const saved = await post(draft, own, JSON.stringify({ revision, changes }));
        statuses.push(saved.status);
        if (saved.status !== 200) continue;
        ({ revision } = (await saved.json()) as { revision: number });
        kept[index] = (from % 900) + 1;
      }
    };
    const document = (await (await api.get("/api/v1/specs/skerry/crew-roster/latest")).json()) as Record<string, unknown>;
    const file = JSON.stringify({ ...document, extensions: { filler: "~".repeat(60_000) } });
    let uploads = 0;
    const uploader = async (): Promise<void> => {
      while (editing) {
        const read = await post("/api/v1/import?format=layout", cookie, file);
        statuses.push(read.status);
        const { layout } = (await read.json()) as { layout: Record<string, unknown> };
        expect(JSON.stringify(layout["extensions"])).toHaveLength(60_013);
        uploads += 1;
      }
    };
    const all = Promise.all([...signedIn.map(editor), uploader()]);
    const total = (): number => kept.reduce((sum, one) => sum + one, 0) - people;
    await expect(() => expect(Math.min(total() / people, uploads)).toBeGreaterThan(2)).toPass();
    const [ending] = running;
    const ended = new Promise((resolve) => ending?.child.once("exit", resolve));
    // Polled from before the signal on: a process with little to finish ends within a second.
    const ready: number[] = [];
    const asked = (async () => {
      for (let open = true; open;)
        open = await fetch(`${ending?.address ?? ""}/ready`).then(
          (answer) => ready.push(answer.status) > 0,
          () => false,
        );
    })();
    await expect(() => expect(ready).toContain(200)).toPass();
    ending?.child.kill("SIGTERM");
    let over = false;
    while (!over) over = (await reader?.read())?.done ?? true;
    expect((await listen()).first).toContain("event: open");
    expect(await ended).toBe(0);
    await asked;
    // Ready until the signal; not ready for as long as it still answered.
    expect(ready.filter((status, index) => status !== ready[index - 1])).toEqual([200, 503]);
    const [before, sent] = [total(), uploads];
    await expect(() => expect(Math.min((total() - before) / people, uploads - sent)).toBeGreaterThan(2)).toPass();
    editing = false;
    await all;
    expect(new Set(statuses)).toEqual(new Set([200]));
    const { layout } = (await (await api.get(draft)).json()) as { layout: { spacing: { name: string; multiple: number }[] } };
    expect(layout.spacing.filter(({ name }) => name.startsWith("own-")).map(({ multiple }) => multiple)).toEqual(kept);
    // Nobody was signed out.
    for (const one of signedIn) expect((await fetch(`${address}${draft}`, { headers: { Cookie: one } })).status).toBe(200);
  } finally {
    proxy?.close();
    for (const { child } of running) child.kill("SIGTERM");
    cluster.stop();
  }
});
