import { createConfig, lintFromString } from "@redocly/openapi-core";
import { expect, it } from "vitest";
import { openApi } from "@/server/http/openapi";
import { specRoutes } from "@/wire/spec-routes";

it("the description of the interface passes an OpenAPI linter, and has every operation's name, security and answers", async () => {
  const description = openApi();
  const config = await createConfig({ extends: ["recommended"] });
  const problems = await lintFromString({ source: JSON.stringify(description), absoluteRef: "openapi.json", config });
  // The description's server is wherever it was fetched from.
  expect(problems.filter(({ ruleId }) => ruleId !== "no-server-example.com").map(({ ruleId, message }) => `${ruleId}: ${message}`)).toEqual(
    [],
  );
  const operations = Object.values(description["paths"] as Record<string, Record<string, Record<string, unknown>>>).flatMap((path) =>
    Object.values(path),
  );
  const count = 11 + Object.keys(specRoutes).length;
  expect(operations.length).toBe(count);
  expect(new Set(operations.map((operation) => operation["operationId"])).size).toBe(count);
  for (const operation of operations) {
    expect(operation["security"]).toBeDefined();
    expect(Object.keys(operation["responses"] as object)).toEqual(expect.arrayContaining(["408", "429", "500", "503"]));
    expect(Object.keys(operation["responses"] as object).filter((code) => code.startsWith("20"))).toHaveLength(1);
  }
});
