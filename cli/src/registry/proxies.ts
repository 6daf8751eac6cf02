import { Agent, type ClientRequest, type IncomingMessage, request as askHttp } from "node:http";
import { request as askHttps } from "node:https";
import { connect as secured } from "node:tls";
import { Readable } from "node:stream";
import type { World } from "../world";

/** The proxy for addresses of each scheme, and hosts that are asked without one. */
export type Proxies = { readonly http: string | null; readonly https: string | null; readonly except: readonly string[] };

/** npm's settings `proxy`, `https-proxy` and `noproxy`, and the variables it knows them by (docs.npmjs.com, config). */
export const proxiesOf = (settings: ReadonlyMap<string, string>, env: World["env"]): Proxies => {
  const variable = (name: string): string | undefined => env[name.toLowerCase()] || env[name] || undefined;
  const said = (...all: readonly (string | undefined)[]): string | null => {
    const found = all.find((one) => one !== undefined && one !== "" && one !== "null" && one !== "false");
    return found !== undefined && URL.canParse(found) ? found : null;
  };
  return {
    http: said(settings.get("proxy"), variable("HTTP_PROXY")),
    https: said(settings.get("https-proxy"), variable("HTTPS_PROXY"), settings.get("proxy")),
    except: (settings.get("noproxy") ?? variable("NO_PROXY") ?? "")
      .split(/[\s,]+/)
      .map((one) => one.replace(/^\*?\./, "").toLowerCase())
      .filter(Boolean),
  };
};

const proxyFor = (proxies: Proxies, url: URL): URL | null => {
  const host = url.hostname.toLowerCase();
  const spared = proxies.except.some((one) => one === "*" || host === one || host.endsWith(`.${one}`) || url.host === one);
  const proxy = url.protocol === "https:" ? proxies.https : proxies.http;
  return spared || proxy === null ? null : new URL(proxy);
};

const authorization = ({ username, password }: URL): Readonly<Record<string, string>> =>
  username === ""
    ? {}
    : {
        "Proxy-Authorization": `Basic ${Buffer.from(`${decodeURIComponent(username)}:${decodeURIComponent(password)}`).toString("base64")}`,
      };

const answered = (asked: ClientRequest, body?: string): Promise<IncomingMessage> =>
  new Promise((resolve, reject) => {
    asked.once("response", resolve);
    asked.once("error", reject);
    asked.end(body);
  });

/** A connection through a proxy to a host: CONNECT (RFC 9110, 9.3.6). */
const tunnel = (proxy: URL, { hostname, port }: URL, signal: AbortSignal) => {
  const target = `${hostname}:${port || 443}`;
  const ask = proxy.protocol === "https:" ? askHttps : askHttp;
  const asked = ask(proxy, { method: "CONNECT", path: target, headers: { Host: target, ...authorization(proxy) }, signal });
  return new Promise<import("node:net").Socket>((resolve, reject) => {
    asked.once("connect", (answer, socket) =>
      answer.statusCode === 200
        ? resolve(socket)
        : reject(new Error(`the proxy ${proxy.host} answered ${answer.statusCode} for ${target}`)),
    );
    asked.once("error", (error) => reject(new Error(`the proxy ${proxy.host}: ${error.message}`)));
    asked.end();
  });
};

type Asked = {
  readonly headers: Readonly<Record<string, string>>;
  readonly signal: AbortSignal;
  readonly method?: string;
  readonly body?: string;
};

/** Fetches, through a proxy where settings say so: what Node's own fetch does not do before Node 24. Redirects are not followed through one. */
export const fetchThrough = async (
  proxies: Proxies,
  address: string,
  { headers, signal, method = "GET", body: sent }: Asked,
): Promise<Response> => {
  const url = new URL(address);
  const proxy = proxyFor(proxies, url);
  if (!proxy) return fetch(url, { headers, signal, method, ...(sent === undefined ? {} : { body: sent }) });
  const length = sent === undefined ? {} : { "Content-Length": String(Buffer.byteLength(sent)) };
  const all = { ...headers, ...length, Host: url.host, Connection: "close" };
  let answer: IncomingMessage;
  if (url.protocol === "https:") {
    const socket = await tunnel(proxy, url, signal);
    const agent = new Agent();
    agent.createConnection = () => secured({ socket, servername: url.hostname });
    answer = await answered(askHttps(url, { method, headers: all, agent: agent, signal }), sent);
  } else {
    const ask = proxy.protocol === "https:" ? askHttps : askHttp;
    answer = await answered(ask(proxy, { method, path: url.href, headers: { ...all, ...authorization(proxy) }, signal }), sent);
  }
  const body = Readable.toWeb(answer) as ReadableStream<Uint8Array>;
  return new Response([204, 304].includes(answer.statusCode ?? 0) ? null : body, { status: answer.statusCode ?? 502 });
};
