import { fileOptions, formatIds, formats, layoutJsonSchema } from "@ypsiline/core";
import { z } from "zod";
import { breakpointNames, wholeNames } from "@/wire/files";
import { checkRequest, exportQuery, exportRequest, importQuery, resolveRequest, setsRequest, solveRequest } from "./api-schemas";

const schemaOf = (schema: z.ZodType): Record<string, unknown> => {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { target: "draft-2020-12", io: "input", unrepresentable: "any" }) as Record<
    string,
    unknown
  >;
  return rest;
};

const problemSchema = {
  type: "object",
  required: ["type", "title", "status", "detail"],
  properties: {
    type: { type: "string" },
    title: { type: "string" },
    status: { type: "integer" },
    detail: { type: "string" },
    errors: {
      type: "array",
      items: { type: "object", required: ["path", "message"], properties: { path: { type: "string" }, message: { type: "string" } } },
    },
  },
};

const problems = (codes: readonly number[]) =>
  Object.fromEntries(
    codes.map((code) => [
      String(code),
      { description: "A problem document", content: { "application/problem+json": { schema: { $ref: "#/components/schemas/Problem" } } } },
    ]),
  );

const json = (schema: unknown) => ({ "application/json": { schema } });
const exactText = { type: "string", pattern: "^-?\\d+(/\\d+)?$", description: "An exact number: 74 or 233/3" };
const orNull = (schema: Record<string, unknown>) => ({ oneOf: [schema, { type: "null" }] });
const object = (properties: Record<string, unknown>, optional: readonly string[] = []) => ({
  type: "object",
  required: Object.keys(properties).filter((key) => !optional.includes(key)),
  properties,
});
const pair = object({ start: exactText, end: exactText });

const answers = {
  resolve: object({
    breakpoint: { type: "string" },
    width: { type: "number" },
    height: { type: "number" },
    container: object({ start: exactText, width: exactText }),
    margin: pair,
    gutter: exactText,
    column: exactText,
    columns: { type: "array", items: object({ start: exactText, width: exactText }) },
    spans: { type: "array", items: exactText },
    rows: orNull(
      object({
        pitch: exactText,
        whole: { type: "integer" },
        leftover: exactText,
        tracks: { type: "array", items: object({ start: exactText, height: exactText }) },
      }),
    ),
    baseline: orNull(object({ step: exactText, lines: { type: "integer" }, remainder: exactText })),
  }),
  solve: object(
    {
      width: orNull(exactText),
      columns: orNull({ type: "integer" }),
      column: orNull(exactText),
      gutter: orNull(exactText),
      margin: orNull(pair),
      container: orNull(exactText),
      leftover: orNull(exactText),
      problem: object({ code: { type: "string" }, message: { type: "string" } }),
    },
    ["problem"],
  ),
  findings: {
    type: "array",
    items: object(
      {
        rule: { type: "string" },
        level: { enum: ["problem", "caution", "note"] },
        breakpoint: { type: "string" },
        path: { type: "string", description: "JSON Pointer into the layout" },
        message: { type: "string" },
        sum: { type: "string" },
        fixes: {
          type: "array",
          items: object({
            label: { type: "string" },
            patch: { type: "array", description: "RFC 6902 JSON Patch on the layout", items: { type: "object" } },
          }),
        },
        accepted: { type: "string" },
      },
      ["accepted"],
    ),
  },
};

const layoutRef = { $ref: "#/components/schemas/Layout" };

/** What any request may be answered with, whatever it asks for: too slow, too many, a fault of ours, too much under way. */
const anyway = [408, 429, 500, 503] as const;
/** What a request with a body may be answered with besides. */
const withBody = [400, 413, 415, 422, ...anyway] as const;

const compute = (operationId: string, summary: string, body: z.ZodType, answer: unknown) => ({
  post: {
    operationId,
    summary,
    security: [],
    requestBody: { required: true, content: json(schemaOf(body)) },
    responses: { "200": { description: "The answer", content: json(answer) }, ...problems(withBody) },
  },
});

const queryParameters = (schema: z.ZodObject): readonly unknown[] => {
  const { properties = {}, required = [] } = schemaOf(schema) as { properties?: Record<string, unknown>; required?: string[] };
  return Object.entries(properties).map(([name, one]) => ({ name, in: "query", required: required.includes(name), schema: one }));
};

const pathParameters = (names: readonly string[]): readonly unknown[] =>
  names.map((name) => ({ name, in: "path", required: true, schema: { type: "string" } }));

const published = (
  operationId: string,
  summary: string,
  names: readonly string[],
  content: Record<string, unknown>,
  query: readonly unknown[] = [],
) => ({
  get: {
    operationId,
    summary,
    description: "Open to anyone where the team made the spec public; otherwise with an access token or a session.",
    security: [{}, { token: [] }, { session: [] }],
    parameters: [...pathParameters(names), ...query],
    responses: {
      "200": { description: "The file", content },
      "304": { description: "Not modified" },
      ...problems([400, 401, 403, 404, 422, ...anyway]),
    },
  },
});

/** Media types an export is answered with, and an import is read from. */
const textTypes = [...new Set(formatIds.map((id) => formats[id].mediaType.split(";")[0] ?? ""))];
const readTypes = formatIds.filter((id) => formats[id].read !== null).flatMap((id) => formats[id].mediaTypes);

const fileTypes = [
  "text/css",
  "text/x-scss",
  "text/csv",
  "text/javascript",
  "application/json",
  "application/pdf",
  "application/zip",
  "image/svg+xml",
  "image/png",
];

const date = { type: "string", format: "date-time" };
const versionsAnswer = object({
  team: { type: "string" },
  spec: { type: "string" },
  description: { type: "string" },
  latest: orNull({ type: "string" }),
  versions: {
    type: "array",
    items: object({
      number: { type: "string" },
      note: { type: "string" },
      publishedAt: date,
      publishedBy: { type: "string" },
      withdrawn: orNull(object({ at: date, reason: { type: "string" } })),
    }),
  },
});

/** The layout document's schema, as a component of this description. */
const layoutSchemaHere = (): Record<string, unknown> => {
  const { $id: _, $schema: __, ...rest } = layoutJsonSchema();
  return rest;
};

/** The OpenAPI 3.1 description of /api/v1; request bodies and parameters come from the Zod schemas the routes use. */
export const openApi = (): Record<string, unknown> => ({
  openapi: "3.1.0",
  info: {
    title: "Ypsiline",
    version: "1",
    description: "Layout arithmetic and published layout specifications. Geometry is exact and stands in strings.",
    license: { name: "MIT", identifier: "MIT" },
  },
  servers: [{ url: "/api/v1" }],
  security: [],
  paths: {
    "/resolve": compute("resolve", "A layout's geometry at a size", resolveRequest, answers.resolve),
    "/solve": compute("solve", "The term of the column sum that gives way", solveRequest, answers.solve),
    "/whole-pixel-sets": compute(
      "wholePixelSets",
      "Combinations of columns, gutter and margin whose column is whole",
      setsRequest,
      object({
        total: { type: "integer", description: "All sets, listed or not" },
        sets: {
          type: "array",
          items: object({
            columns: { type: "integer" },
            column: exactText,
            gutter: exactText,
            margin: orNull(exactText),
            container: exactText,
          }),
        },
      }),
    ),
    "/check": compute(
      "check",
      "What does not add up in a layout",
      checkRequest,
      object({ findings: answers.findings, held: { type: "array", items: { type: "string" } } }),
    ),
    "/export": {
      post: {
        operationId: "export",
        summary: "A layout written in a format",
        security: [],
        parameters: queryParameters(exportQuery),
        requestBody: { required: true, content: json(schemaOf(exportRequest)) },
        responses: {
          "200": {
            description: "The file",
            content: Object.fromEntries(textTypes.map((type) => [type, { schema: { type: "string" } }])),
          },
          ...problems(withBody),
        },
      },
    },
    "/import": {
      post: {
        operationId: "import",
        summary: "A layout read from a file",
        security: [],
        parameters: queryParameters(importQuery),
        requestBody: {
          required: true,
          content: Object.fromEntries(readTypes.map((type) => [type, { schema: { type: type.endsWith("json") ? "object" : "string" } }])),
        },
        responses: {
          "200": {
            description: "The layout, its findings, and what could not be read",
            content: json(
              object(
                {
                  layout: layoutRef,
                  findings: answers.findings,
                  lost: { type: "array", items: { type: "string" } },
                  grid: { type: "string", description: "Which grid of a stylesheet it is, where there are several" },
                  others: {
                    type: "array",
                    items: object({ name: { type: "string" }, layout: layoutRef, lost: { type: "array", items: { type: "string" } } }),
                  },
                },
                ["grid", "others"],
              ),
            ),
          },
          ...problems(withBody),
        },
      },
    },
    "/specs/{team}/{spec}": published("versions", "The versions of a spec", ["team", "spec"], json(versionsAnswer)),
    "/specs/{team}/{spec}/{version}": published(
      "version",
      "A version's layout document; version is a number or latest",
      ["team", "spec", "version"],
      json(layoutRef),
    ),
    "/specs/{team}/{spec}/{version}/{file}": published(
      "file",
      `A file of a version: ${wholeNames.join(", ")}; ${breakpointNames.join(", ")}, with ID a breakpoint's id`,
      ["team", "spec", "version", "file"],
      Object.fromEntries(fileTypes.map((type) => [type, type === "application/json" ? { schema: {} } : { schema: { type: "string" } }])),
      queryParameters(fileOptions),
    ),
  },
  components: {
    schemas: { Problem: problemSchema, Layout: layoutSchemaHere() },
    securitySchemes: {
      token: { type: "http", scheme: "bearer", description: "An access token of a project" },
      session: { type: "apiKey", in: "cookie", name: "ypsiline_session", description: "The cookie of a person who is signed in" },
    },
  },
});
