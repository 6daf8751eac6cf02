import { createServer, type RequestListener } from "node:http";
import { createServer as createPlain, type AddressInfo, type Server, type Socket } from "node:net";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { attemptDelivery, retryAfter } from "@/server/delivering";

const open: Server[] = [];
beforeEach(() => {
  process.env["WEBHOOKS_PRIVATE"] = "1";
});
afterEach(() => {
  delete process.env["WEBHOOKS_PRIVATE"];
  for (const server of open.splice(0)) server.close();
});
const listening = async (server: Server): Promise<string> => {
  open.push(server);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}/hook`;
};
const receiver = (answer: RequestListener) => listening(createServer(answer));
const raw = (speak: (socket: Socket) => void) => listening(createPlain(speak));
const send = (url: string, within = 400) => attemptDelivery({ id: 1, url, secret: "s", event: "version.published", body: {} }, within);

describe("one attempt at a delivery", () => {
  it("is delivered by a status of 2xx, and not by another; redirects are not followed", async () => {
    for (const [status, delivered] of [
      [200, true],
      [204, true],
      [302, false],
      [503, false],
    ] as const)
      expect(await send(await receiver((_, response) => response.writeHead(status, { Location: "/elsewhere" }).end()))).toEqual({
        delivered,
        answer: `answered ${status}`,
      });
  });
  it("ends at its deadline where a receiver drips its head, byte after byte", async () => {
    const url = await raw((socket) => {
      const timer = setInterval(() => socket.write("H"), 20);
      socket.on("close", () => clearInterval(timer));
      socket.on("error", () => undefined);
    });
    expect(await send(url)).toMatchObject({ delivered: false });
  });
  it("ends at its deadline where a receiver says nothing, and says so", async () =>
    expect(await send(await raw((socket) => socket.on("error", () => undefined)))).toEqual({
      delivered: false,
      answer: "no answer within 0.4 seconds",
    }));
  it("is delivered once the status is there, though the rest drips or never ends", async () => {
    const drip = await receiver((_, response) => {
      response.writeHead(200);
      const timer = setInterval(() => response.write("."), 20);
      response.on("close", () => clearInterval(timer));
    });
    expect(await send(drip)).toEqual({ delivered: true, answer: "answered 200" });
    const flood = await receiver((_, response) => {
      response.writeHead(200);
      const more = (): void => {
        while (response.write("x".repeat(65_536)));
      };
      response.on("drain", more);
      more();
    });
    expect(await send(flood, 20_000)).toEqual({ delivered: true, answer: "answered 200" });
  });
  it("says when nothing listens, a name is not known, or the address is private", async () => {
    expect(await send("http://127.0.0.1:1/")).toEqual({ delivered: false, answer: "nothing listens there" });
    expect(await send("http://nowhere.invalid/")).toEqual({ delivered: false, answer: "the name nowhere.invalid is not known" });
    process.env["WEBHOOKS_PRIVATE"] = "0";
    expect((await send("http://127.0.0.1:1/")).answer).toContain("a private address");
  });
  it("is made again after longer and longer, and given up after six", () =>
    expect([1, 2, 3, 4, 5, 6, 7].map((attempts) => retryAfter(attempts))).toEqual([5, 30, 120, 600, 3600, 14_400, null]));
});
