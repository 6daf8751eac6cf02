import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { pathOf } from "@/ui/request";
import { bodyLimit, type RouteKey, routes } from "@/wire/routes";
import { liveEvents } from "@/wire/live";
import { oneBreakpoint } from "../../../core/test/layouts";

const app = join(import.meta.dirname, "..", "..", "app");

/**
 * Every route of the application except those of the public interface that compute or read versions, the demo’s stand-ins,
 * the schema and the licences: method, path and source.
 */
const routesOfApp = (): ReadonlyMap<string, string> => {
  const found = new Map<string, string>();
  const walk = (folder: string, path: string): void => {
    for (const entry of readdirSync(folder, { withFileTypes: true })) {
      const { name } = entry;
      if (entry.isDirectory()) walk(join(folder, name), name.startsWith("(") ? path : `${path}/${name.replace(/^\[(\w+)\]$/, ":$1")}`);
      else if (name === "route.ts" && !/^\/(demo|schema|licences)\b|\[\.\.\./.test(path)) {
        const source = readFileSync(join(folder, name), "utf8");
        for (const [, method = ""] of source.matchAll(/export const (GET|POST|PUT|PATCH|DELETE)\b/g))
          if (!path.startsWith("/api/v1/") || /from "@\/server\/requests\/authorized-handlers"/.test(source))
            found.set(`${method} ${path}`, source);
      }
    }
  };
  walk(app, "");
  return found;
};

describe("the contract between browser and server", () => {
  const served = routesOfApp();

  it("has one entry for each route whose rights are checked, and no other", () => {
    expect(Object.keys(routes).sort()).toEqual([...served.keys()].sort());
    expect(served.size).toBeGreaterThan(25);
  });

  it("is named by each route that uses it, wherever JSON is sent or answered", () => {
    for (const [key, { request, answer }] of Object.entries(routes))
      if (request !== null || answer !== null) expect(served.get(key), key).toContain(`"${key}"`);
  });

  it("is the only place of a route's shape: no route reads a body by a schema of its own", () => {
    for (const [key, source] of served) expect(source, key).not.toMatch(/from "zod"|readJson\(/);
  });

  it("makes a path from a route and its names, which cannot change the path", () => {
    expect(pathOf("POST /api/drafts/:team/:spec/comments/:id", { team: "skerry", spec: "quay-board", id: 7 })).toBe(
      "/api/drafts/skerry/quay-board/comments/7",
    );
    expect(pathOf("GET /api/drafts/:team/:spec", { team: "a/b?c", spec: "../x" })).toBe("/api/drafts/a%2Fb%3Fc/..%2Fx");
  });

  it("allows a layout, boxes or a picture where they belong, and words elsewhere", () => {
    const large: RouteKey[] = [
      "POST /api/specs",
      "POST /api/v1/specs",
      "POST /api/v1/specs/:team/:spec/designs",
      "PUT /api/v1/specs/:team/:spec/draft",
      "POST /api/v1/specs/:team/:spec/draft/import",
      "PATCH /api/v1/specs/:team/:spec/draft",
      "POST /api/drafts/:team/:spec",
      "POST /api/specs/:team/:spec/designs",
      "POST /api/specs/:team/:spec/designs/:id/picture",
      "POST /api/specs/:team/:spec/content/:area/picture",
    ];
    for (const key of Object.keys(routes) as RouteKey[]) expect(bodyLimit(key) > 64 * 1024, key).toBe(large.includes(key));
  });

  it("accepts what a draft, a comment and a conflict are on the wire, and refuses anything else", () => {
    const layout = oneBreakpoint(1280, 12);
    const draft = routes["GET /api/drafts/:team/:spec"].answer;
    expect(draft.safeParse({ revision: 3, layout }).success).toBe(true);
    expect(draft.safeParse({ revision: 4, edits: [[{ path: ["name"], from: "A", to: "B" }]] }).success).toBe(true);
    expect(draft.safeParse({ revision: 4, edits: [[{ path: "name" }]] }).success).toBe(false);
    expect(draft.safeParse({ revision: 3, layout: { ...layout, breakpoints: [] } }).success).toBe(false);
    const { answers: comments } = routes["GET /api/drafts/:team/:spec/comments/:id"].answer.shape;
    const comment = { id: 1, thread: null, about: "desk", words: "Why?", person: "Ada", resolvedAt: null, resolvedBy: null };
    expect(comments.parse([{ ...comment, at: "2026-01-02T03:04:05.678Z" }])[0]?.at).toEqual(new Date(Date.UTC(2026, 0, 2, 3, 4, 5, 678)));
    expect(comments.safeParse([{ ...comment, at: "yesterday" }]).success).toBe(false);
    expect(liveEvents.draft.safeParse({ revision: 0 }).success && !liveEvents.draft.safeParse({}).success).toBe(true);
  });
});
