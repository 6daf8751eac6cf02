import { randomUUID } from "node:crypto";
import { booking210 } from "./demo-layouts";
import { print } from "./terminal";

// `npm run bench -- writing`: the writing routes of the public interface, while twenty people edit another draft.

const editors = 20;
const each = 60;

type Sent = {
  readonly method: string;
  readonly path: string;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: unknown;
};
type Answered = { readonly status: number; readonly etag: string; readonly body: Readonly<Record<string, unknown>>; readonly ms: number };

const median = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;
const p95 = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)] ?? NaN;

/** Times each writing route, alone and then beside twenty editors who each save about once a second. */
export const writing = async (address: string, cookie: string): Promise<void> => {
  const asked = async ({ method, path, headers = {}, body }: Sent): Promise<Answered> => {
    const begun = performance.now();
    const answer = await fetch(address + path, {
      method,
      headers: { "Content-Type": "application/json", ...headers },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const text = await answer.text();
    const ms = performance.now() - begun;
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${text.slice(0, 300)}`);
    return {
      status: answer.status,
      etag: answer.headers.get("etag") ?? "",
      body: text === "" ? {} : (JSON.parse(text) as Record<string, unknown>),
      ms,
    };
  };
  const mine = { Cookie: cookie };
  const start = { kind: "layout", layout: booking210 };
  const made = async (name: string): Promise<string> => {
    const { body } = await asked({ method: "POST", path: "/api/specs", headers: mine, body: { team: "skerry", name, start } });
    return String(body["spec"]);
  };
  const project = await asked({ method: "POST", path: "/api/teams/skerry/projects", headers: mine, body: { name: "Bench" } });
  const { body: token } = await asked({
    method: "POST",
    path: `/api/teams/skerry/projects/${String(project.body["id"])}/tokens`,
    headers: mine,
    body: { name: "Bench", scopes: ["read", "draft", "review", "publish"] },
  });
  const bearer = { Authorization: `Bearer ${String(token["token"])}` };
  const [own, edited] = [await made("Written by a program"), await made("Edited by twenty")];
  const at = `/api/v1/specs/skerry/${own}`;

  const timed = async (): Promise<ReadonlyMap<string, readonly number[]>> => {
    const times = new Map<string, number[]>();
    const time = async (name: string, sent: Sent): Promise<Answered> => {
      const one = await asked({ ...sent, headers: { ...bearer, ...sent.headers } });
      times.set(name, [...(times.get(name) ?? []), one.ms]);
      return one;
    };
    for (let turn = 0; turn < each; turn += 1) {
      const read = await time("GET draft", { method: "GET", path: `${at}/draft` });
      const layout = read.body["layout"] as typeof booking210;
      const put = await time("PUT draft", {
        method: "PUT",
        path: `${at}/draft`,
        headers: { "If-Match": read.etag },
        body: { ...layout, leastColumn: `${(turn % 40) + 1}px` },
      });
      await time("PATCH draft", {
        method: "PATCH",
        path: `${at}/draft`,
        headers: { "If-Match": put.etag, "Content-Type": "application/json-patch+json" },
        body: [{ op: "replace", path: "/leastColumn", value: `${(turn % 40) + 50}px` }],
      });
      await time("POST comments", { method: "POST", path: `${at}/comments`, body: { about: "spec", words: `Comment ${turn}` } });
    }
    return times;
  };

  const alone = await timed();
  let ended = false;
  let saves = 0;
  const editing = Array.from({ length: editors }, async (_, editor) => {
    const path = `/api/drafts/skerry/${edited}`;
    let { revision } = (await asked({ method: "GET", path, headers: mine })).body as { revision: number };
    // A number of each editor's own, so that nobody's edit is lost against another's.
    const breakpoint = booking210.breakpoints[editor % booking210.breakpoints.length];
    const [number, first] = (
      [
        [["columns", "gutter"], breakpoint?.columns.gutter],
        [["columns", "margin", "start"], breakpoint?.columns.margin.start],
        [["columns", "margin", "end"], breakpoint?.columns.margin.end],
        [["drawnAt", "height"], breakpoint?.drawnAt.height],
        [["name"], breakpoint?.name],
      ] as const
    )[Math.floor(editor / booking210.breakpoints.length)] ?? [["name"], breakpoint?.name];
    let value: unknown = first;
    for (let turn = 0; !ended; turn += 1) {
      const size = 1 + ((turn * 7 + editor) % 40);
      const to = number[0] === "columns" ? `${size}px` : number[0] === "name" ? `Name ${size}` : 700 + size;
      const changes = to === value ? [] : [{ path: ["breakpoints", breakpoint?.id ?? "", ...number], from: value, to }];
      const answer = await fetch(address + path, {
        method: "POST",
        headers: { ...mine, "Content-Type": "application/json" },
        body: JSON.stringify({ revision, id: randomUUID(), changes }),
      });
      const told = (await answer.json()) as { revision?: number };
      revision = told.revision ?? revision;
      if (answer.ok) value = to;
      if (answer.ok) saves += 1;
      await new Promise((resolve) => setTimeout(resolve, 700 + ((editor * 37 + turn * 53) % 600)));
    }
  });
  const beside = await timed();
  ended = true;
  await Promise.all(editing);
  for (const [name, times] of beside) {
    const before = alone.get(name) ?? [];
    print(
      `${name}: ${median(times).toFixed(0)} ms beside ${editors} editors (95 of 100 within ${p95(times).toFixed(0)}), alone ${median(before).toFixed(0)} (${p95(before).toFixed(0)}); aim 50`,
    );
  }
  print(`${saves} saves of the editors meanwhile`);
};
