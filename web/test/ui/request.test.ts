import { afterEach, describe, expect, it, vi } from "vitest";
import { ask } from "@/ui/request";

const answered = (answer: () => Promise<Response>): Promise<unknown> => {
  vi.stubGlobal("fetch", answer);
  return ask("GET /api/drafts/:team/:spec", { team: "skerry", spec: "crew-roster" });
};
const fault = (status: number, detail: string) => ({ ok: false, fault: { status, detail, issues: [], conflict: null } });

describe("an answer to a request of the page", () => {
  afterEach(() => void vi.unstubAllGlobals());

  it("is an error of something in between if that answered, and not a refusal of the server", async () => {
    for (const [status, statusText, came] of [
      [502, "Bad Gateway", "502 Bad Gateway"],
      [403, "Forbidden", "403 Forbidden"],
      [404, "", "404"],
      [200, "OK", "200 OK"],
    ] as const)
      expect(await answered(() => Promise.resolve(new Response("<html>Sign in to this network", { status, statusText })))).toEqual(
        fault(0, `Something between this page and the server answered in its stead: ${came}.`),
      );
  });

  it("is reported as missing if none came; a problem of the server is shown as it is", async () => {
    expect(await answered(() => Promise.reject(new TypeError("Failed to fetch")))).toEqual(fault(0, "The server does not answer."));
    const problem = Response.json({ detail: "This spec has no draft." }, { status: 404 });
    expect(await answered(() => Promise.resolve(problem))).toEqual(fault(404, "This spec has no draft."));
  });
});
