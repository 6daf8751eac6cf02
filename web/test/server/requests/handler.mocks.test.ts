import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

const renewed = vi.hoisted(() => vi.fn());
vi.mock("@/server/database/database", async (original) => ({ ...(await original<object>()), renewDatabase: renewed }));
const { fromElsewhere, guarded, handler } = await import("@/server/requests/handler");

const incoming = { method: "POST", path: "/api/drafts/skerry/quay-board", aborted: () => false };
let log = "";

describe("work whose errors are never silent", () => {
  beforeEach(() => {
    log = "";
    renewed.mockReset();
    vi.spyOn(process.stderr, "write").mockImplementation((text) => {
      log += String(text);
      return true;
    });
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.restoreAllMocks();
  });

  it("returns the result, or the error it gives", async () => {
    expect(await guarded(incoming, () => Promise.resolve(7))).toBe(7);
    const problem = { code: "not-found" as const, detail: "No such spec." };
    expect(await guarded(incoming, () => Promise.resolve(problem))).toBe(problem);
    expect(log).toBe("");
  });

  it("reports a bug as ours, logs where it was, and tells the client nothing of it", async () => {
    const answer = await guarded(incoming, () => Promise.reject(new Error("secret of the house")));
    expect(answer).toMatchObject({ code: "broken" });
    expect(JSON.stringify(answer)).not.toContain("secret");
    expect(log).toContain("POST /api/drafts/skerry/quay-board: Error: secret of the house");
    expect(renewed).not.toHaveBeenCalled();
  });

  it("reports a lost database as worth a retry, and renews the pool", async () => {
    const lost = Object.assign(new Error("connect ECONNREFUSED"), { code: "ECONNREFUSED" });
    expect(await guarded(incoming, () => Promise.reject(lost))).toMatchObject({ code: "unavailable", headers: { "Retry-After": "2" } });
    expect(renewed).toHaveBeenCalledOnce();
    expect(log).toContain("ECONNREFUSED");
  });

  it("ends a request that takes too long, and nothing that others share", async () => {
    vi.useFakeTimers();
    const asked = guarded(incoming, () => new Promise<number>(() => {}));
    await vi.advanceTimersByTimeAsync(44_000);
    expect(log).toBe("");
    await vi.advanceTimersByTimeAsync(2_000);
    expect(await asked).toMatchObject({ code: "unavailable" });
    expect(log).toContain("no answer within 45 s");
    expect(renewed).not.toHaveBeenCalled();
  });

  it("ignores a page that closed while it sent, and answers nobody", async () => {
    expect(await guarded({ ...incoming, aborted: () => true }, () => Promise.reject(new Error("anything")))).toBeNull();
    expect(await guarded(incoming, () => Promise.reject(new Error("aborted")))).toBeNull();
    expect(log).toBe("");
  });

  it("makes a problem document of an error, with its status", async () => {
    const route = handler(() => Promise.resolve({ code: "not-found" as const, detail: "This spec has no draft." }));
    const answer = await route(new Request("http://localhost/api/x"), { params: Promise.resolve({}) });
    expect([answer.status, answer.headers.get("content-type")]).toEqual([404, expect.stringContaining("application/problem+json")]);
    expect(await answer.json()).toMatchObject({ detail: "This spec has no draft." });
  });
});

describe("a request that changes something", () => {
  const from = (origin: string | null, host = "ypsiline.skerry.example:8443") =>
    fromElsewhere(new Request("http://127.0.0.1/", { headers: { "x-ypsiline-host": host, ...(origin === null ? {} : { origin }) } }));
  it("comes from this site, or names no other: host and port count together", () => {
    expect(from(null)).toBeNull();
    expect(from("https://ypsiline.skerry.example:8443")).toBeNull();
    for (const origin of [
      "https://ypsiline.skerry.example",
      "https://ypsiline.skerry.example:8444",
      "https://skerry.example:8443",
      "https://ypsiline.skerry.example.elsewhere.example:8443",
      "null",
      "",
    ])
      expect(from(origin), origin).toMatchObject({ code: "forbidden" });
  });
});
