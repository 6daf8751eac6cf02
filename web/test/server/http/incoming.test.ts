import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { describe, expect, it } from "vitest";
import { clientAddress, hostOf, receive, safeguard } from "@/server/http/incoming";

describe("the sender of a request", () => {
  it.each([
    // No proxy is trusted: what a client says about itself is ignored.
    ["192.0.2.7", "203.0.113.9", 0, "192.0.2.7"],
    ["::ffff:192.0.2.7", undefined, 0, "192.0.2.7"],
    // One proxy is trusted: the entry it added at the end counts.
    ["10.0.0.1", "1.2.3.4, 203.0.113.9", 1, "203.0.113.9"],
    // Two are trusted: the entry the first of them added counts.
    ["10.0.0.1", "1.2.3.4, 203.0.113.9, 10.0.0.2", 2, "203.0.113.9"],
    ["10.0.0.1", undefined, 1, "10.0.0.1"],
    ["10.0.0.1", "not an address", 1, "10.0.0.1"],
    // A household's IPv6 addresses are one sender.
    ["2001:db8:1:2:3:4:5:6", undefined, 0, "2001:db8:1:2::/64"],
    ["2001:db8:1:2:ffff::1", undefined, 0, "2001:db8:1:2::/64"],
    ["", undefined, 0, "unknown"],
  ])("%s, forwarded for %s by %i believed proxies, is %s", (socket, forwarded, proxies, address) =>
    expect(clientAddress(socket, forwarded, proxies)).toBe(address),
  );
  it.each([
    [{ host: "specs.skerry.example" }, 0, "specs.skerry.example"],
    [{ host: "10.0.0.1:3000", "x-forwarded-proto": "https", "x-forwarded-host": "specs.skerry.example" }, 0, "10.0.0.1:3000"],
    [{ host: "10.0.0.1:3000", "x-forwarded-proto": "https", "x-forwarded-host": "specs.skerry.example" }, 1, "specs.skerry.example"],
    [{ host: "10.0.0.1:3000", "x-forwarded-host": "bad host/<x>" }, 1, "10.0.0.1:3000"],
    [{ host: "[::1]:3000" }, 0, "[::1]:3000"],
  ])("%o with %i believed proxies was made to %s", (headers, proxies, host) => expect(hostOf(headers, proxies)).toBe(host));
});

describe("what every request passes", () => {
  it.each([
    ["/specs", 200],
    ["/specs?x=%00", 400],
    ["/sp%00ecs", 400],
    ["/specs?x=%ff", 400],
    ["/specs?x=%", 400],
    [`/specs?x=${"a".repeat(9000)}`, 400],
    ["/specs?x=%F0%9F%98%80", 200],
  ])("%s is answered %i, with a policy that lets no script run but by its nonce", async (path, status) => {
    const server = createServer((request, response) => {
      const problem = receive(request);
      safeguard(request, response);
      response.writeHead(problem ? 400 : 200).end(String(request.headers["x-ypsiline-address"]));
    });
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    try {
      const answer = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}${path}`, {
        headers: { "X-Ypsiline-Address": "forged" },
      });
      expect([answer.status, await answer.text()]).toEqual([status, "127.0.0.1"]);
      const scripts = /script-src ([^;]*)/.exec(answer.headers.get("content-security-policy") ?? "")?.[1];
      expect(scripts).toMatch(/^'self' 'nonce-[\w+/=]{24}'$/);
      expect(answer.headers.get("strict-transport-security")).toBeNull();
    } finally {
      server.close();
    }
  });
});
