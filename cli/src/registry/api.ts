import { type Result, success, refused, wordsOf } from "../result";
import type { World } from "../world";
import { readSpecName, type Registry, registryOf } from "./client";
import { fetchThrough } from "./proxies";

/** A spec of an instance, and how its programming interface is asked. */
export type Instance = {
  readonly name: string;
  readonly team: string;
  readonly spec: string;
  readonly registry: Registry;
  /** The address of its interface, `https://HOST/api/v1`. */
  readonly address: string;
};

/** An answer of the interface: what it was asked for, or a problem document (RFC 9457). */
export type Answer = { readonly status: number; readonly data: Readonly<Record<string, unknown>> };

const patience = 60_000;
/** Largest answer that is read: a draft with all its findings, bytes. */
const most = 20 * 1024 * 1024;

/** The instance of a spec that is named `@team/spec`, from the registry it is installed from. */
export const instanceOf = async (world: World, typed: string, said: string | undefined): Promise<Result<Instance>> => {
  const named = readSpecName(typed);
  if (!named || typed !== named.name) return refused(`${typed} is not a spec. Name one as @team/spec`);
  const [scope = "", spec = ""] = named.name.split("/");
  const registry = await registryOf(world, said, scope);
  if (!registry.ok) return registry;
  const address = registry.value.url.replace(/npm\/(~[^/]+\/)?$/, "api/v1");
  if (address === registry.value.url) return refused(`${registry.value.url} is no registry of an instance. It ends with /npm/`);
  if (registry.value.token === null)
    return refused(
      `writing ${named.name} needs an access token. Set YPSILINE_TOKEN, or add one for ${registry.value.url} to .npmrc (docs/command.md)`,
    );
  return success({ name: named.name, team: scope.slice(1), spec, registry: registry.value, address });
};

/** What is sent: JSON, under headers of its own. */
export type Asked = {
  readonly method?: "GET" | "POST" | "PUT";
  readonly body?: unknown;
  readonly headers?: Readonly<Record<string, string>>;
};

/** Asks the interface. What it refuses is an answer; only what is no answer of an instance is a fault. */
export const ask = async (
  { address, registry }: Instance,
  path: string,
  { method = "GET", body, headers = {} }: Asked = {},
): Promise<Result<Answer>> => {
  const url = `${address}${path}`;
  try {
    const answer = await fetchThrough(registry.proxies, url, {
      method,
      headers: {
        Accept: "application/json",
        Authorization: `Bearer ${registry.token ?? ""}`,
        ...(body === undefined ? {} : { "Content-Type": "application/json" }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(patience),
    });
    const parts: Uint8Array[] = [];
    let size = 0;
    for await (const part of answer.body ?? []) {
      size += part.length;
      if (size > most) return refused(`${url} sent more than ${most / 1024 / 1024} MiB`);
      parts.push(part);
    }
    const data: unknown = JSON.parse(Buffer.concat(parts).toString("utf8") || "{}");
    if (typeof data !== "object" || data === null) return refused(`${url} did not answer as an instance of Ypsiline does`);
    return success({ status: answer.status, data: data as Answer["data"] });
  } catch (error) {
    if (error instanceof SyntaxError) return refused(`${url} did not answer as an instance of Ypsiline does`);
    const reason = error instanceof Error && error.cause instanceof Error ? error.cause.message : wordsOf(error);
    return refused(`${url} cannot be reached: ${reason}`);
  }
};

/** A refusal of the interface in words: its detail, and each fault with its place. */
export const refusalOf = ({ status, data }: Answer): string => {
  const detail = typeof data["detail"] === "string" ? data["detail"] : `the instance answered ${status}`;
  const errors = Array.isArray(data["errors"]) ? (data["errors"] as readonly { readonly path?: string; readonly message?: string }[]) : [];
  return [detail, ...errors.slice(1, 6).map(({ path = "", message = "" }) => `${path} ${message}`)].join("\n");
};
