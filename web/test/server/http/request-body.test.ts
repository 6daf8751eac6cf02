import { describe, expect, it } from "vitest";
import { z } from "zod";
import { problemResponse } from "@/server/http/problem";
import { asGot, readJson, readText, sentence } from "@/server/http/request-body";
import { slugOf } from "@ypsiline/core";

const request = (body: string | Uint8Array<ArrayBuffer>, type = "application/json"): Request =>
  new Request("http://127.0.0.1/x", { method: "POST", body, headers: { "Content-Type": type } });

const schema = z.strictObject({ count: z.number() });
const codeOf = async (body: string, type?: string): Promise<string> => {
  const read = await readJson(request(body, type), schema);
  return read.ok ? "read" : read.problem.code;
};

describe("the body of a request", () => {
  it.each([
    ['{"count":1}', "read"],
    ['{"count":"1"}', "malformed"],
    ['{"count":1,"more":2}', "malformed"],
    ["{", "malformed"],
    ["", "malformed"],
    [`{"count":${"[".repeat(65)}${"]".repeat(65)}}`, "malformed"],
    [`{"count":1,"text":"${"[".repeat(500)}\\""}`, "malformed"],
  ])("%.40s is %s", async (body, code) => {
    expect(await codeOf(body)).toBe(code);
  });

  it("has its levels counted outside strings only, escapes included", async () => {
    const text = z.strictObject({ text: z.string() });
    const body = JSON.stringify({ text: `${"[{".repeat(200)}\\"` });
    const read = await readJson(request(body), text);
    expect(read.ok && read.value.text.length).toBe(402);
  });

  it("must have the right type, with or without parameters", async () => {
    expect(await codeOf('{"count":1}', "application/json; charset=utf-8")).toBe("read");
    expect(await codeOf('{"count":1}', "text/plain")).toBe("wrong-type");
  });

  it("is read up to its limit and no further, whatever its length says", async () => {
    const long = "é".repeat(600);
    expect(await readText(request(long), 1200)).toEqual({ ok: true, value: long });
    const over = await readText(request(long), 1199);
    expect(over.ok ? "" : over.problem.code).toBe("too-large");
    const stream = new Request("http://127.0.0.1/x", { method: "POST", body: new Blob([long]).stream(), duplex: "half" } as RequestInit);
    const streamed = await readText(stream, 100);
    expect(streamed.ok ? "" : streamed.problem.code).toBe("too-large");
  });

  it("is malformed if it is not UTF-8", async () => {
    const read = await readText(request(new Uint8Array([0xc3, 0x28])), 100);
    expect(read.ok ? "" : read.problem.code).toBe("malformed");
  });
});

describe("errors", () => {
  it("are 422 inside the layout, and 400 around it", () => {
    const fault = (path: string, message = "must be right") => {
      const got = asGot({ ok: false, issues: [{ path, message }] }, "malformed");
      return got.ok ? "" : got.problem.code;
    };
    expect([fault("/layout/base"), fault("/layout"), fault("/layout", "is missing; it must be an object"), fault("/width")]).toEqual([
      "unprocessable",
      "unprocessable",
      "malformed",
      "malformed",
    ]);
  });

  it("give the first one and the number of others", () => {
    const issues = [
      { path: "/a", message: "must be 1" },
      { path: "", message: "must be 2" },
    ];
    expect([sentence(issues), sentence(issues.slice(1))]).toEqual(["/a must be 1 (and 1 more).", "The whole must be 2."]);
  });

  it("become problem documents (RFC 9457) with status, type and paths", async () => {
    const response = problemResponse({
      code: "too-many",
      detail: "Wait.",
      issues: [{ path: "/a", message: "must" }],
      more: { revision: 3 },
      headers: { "Retry-After": "2" },
    });
    expect([
      response.status,
      response.headers.get("content-type"),
      response.headers.get("retry-after"),
      response.headers.get("cache-control"),
    ]).toEqual([429, "application/problem+json", "2", "no-store"]);
    expect(await response.json()).toEqual({
      type: "/problems/too-many",
      title: "Too many requests",
      status: 429,
      detail: "Wait.",
      errors: [{ path: "/a", message: "must" }],
      revision: 3,
    });
  });
});

describe("the address made from a spec's name", () => {
  it.each([
    ["Passenger booking", "passenger-booking"],
    ["  Größe & Maß  ", "gro-e-ma"],
    ["1440 wide", "spec-1440-wide"],
    ["‥", "spec"],
    ["a".repeat(80), "a".repeat(50)],
    [`${"a".repeat(49)} b`, "a".repeat(49)],
  ])("“%s” is %s", (name, slug) => {
    expect(slugOf(name, "spec", 50)).toBe(slug);
    expect(slug).toMatch(/^[a-z][a-z0-9-]{0,59}$/);
  });
});
