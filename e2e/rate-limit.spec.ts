import { expect, request, test } from "@playwright/test";
import { freePort, serve } from "../scripts/serve";

test("an instance with a rate limit answers 429 with the seconds to wait, whatever address a client claims", async () => {
  const port = await freePort();
  const server = await serve(port, { RATE_LIMIT: "1", WARM_UP: "0", DATABASE_URL: process.env["DATABASE_URL"] });
  try {
    const api = await request.newContext({ baseURL: `http://127.0.0.1:${port}` });
    const statuses: number[] = [];
    for (let index = 0; index < 14; index += 1) {
      const answer = await api.post("/api/v1/solve", {
        data: { givesWay: "column" },
        headers: { "x-ypsiline-address": `10.0.0.${index}`, "x-forwarded-for": `10.0.0.${index}` },
      });
      statuses.push(answer.status());
      if (answer.status() === 429) {
        expect(Number(answer.headers()["retry-after"])).toBeGreaterThanOrEqual(1);
        expect(answer.headers()["content-type"]).toContain("application/problem+json");
      }
    }
    expect(statuses.slice(0, 10)).toEqual(Array(10).fill(200));
    expect(statuses).toContain(429);
  } finally {
    server.kill("SIGTERM");
  }
});
