import { fileOptions, formatIds, formats, layoutJsonSchema, layoutSchema } from "@ypsiline/core";
import { z } from "zod";
import { breakpointNames, wholeNames } from "@/wire/files";
import {
  checkAnswer,
  checkRequest,
  exportQuery,
  exportRequest,
  fitAnswer,
  fitRequest,
  gridsAnswer,
  gridsRequest,
  importAnswer,
  importQuery,
  layoutHere,
  problemAnswer,
  resolveAnswer,
  resolveRequest,
  setsAnswer,
  setsRequest,
  solveAnswer,
  solveRequest,
  versionsAnswer,
  versionsQuery,
} from "@/wire/api";
import type { Contract } from "@/wire/contract";
import { specRoutes } from "@/wire/spec-routes";
import { webhookMessages } from "@/wire/webhooks";

const layoutRef = { $ref: "#/components/schemas/Layout" };

/** A schema as this description writes it; the layout document is written once, among the components. */
const schemaOf = (schema: z.core.$ZodType): Record<string, unknown> => {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, {
    target: "draft-2020-12",
    io: "input",
    unrepresentable: "any",
    override: ({ zodSchema, jsonSchema }) => {
      if (zodSchema !== layoutSchema && zodSchema !== layoutHere) return;
      for (const key of Object.keys(jsonSchema)) Reflect.deleteProperty(jsonSchema, key);
      Object.assign(jsonSchema, layoutRef);
    },
  }) as Record<string, unknown>;
  return rest;
};

const problems = (codes: readonly number[]) =>
  Object.fromEntries(
    codes.map((code) => [
      String(code),
      { description: "A problem document", content: { "application/problem+json": { schema: { $ref: "#/components/schemas/Problem" } } } },
    ]),
  );

const json = (schema: unknown) => ({ "application/json": { schema } });
/** What any request may be answered with, whatever it asks for: too slow, too many, a fault of ours, too much under way. */
const anyway = [408, 429, 500, 503] as const;
/** Further answers to a request with a body. */
const withBody = [400, 413, 415, 422, ...anyway] as const;

const compute = (operationId: string, summary: string, body: z.ZodType, answer: z.ZodType) => ({
  post: {
    operationId,
    summary,
    security: [],
    requestBody: { required: true, content: json(schemaOf(body)) },
    responses: { "200": { description: "The answer", content: json(schemaOf(answer)) }, ...problems(withBody) },
  },
});

const queryParameters = (schema: z.core.$ZodObject): readonly unknown[] => {
  const { properties = {}, required = [] } = schemaOf(schema) as { properties?: Record<string, unknown>; required?: string[] };
  return Object.entries(properties).map(([name, one]) => ({ name, in: "query", required: required.includes(name), schema: one }));
};

const download = {
  name: "download",
  in: "query",
  required: false,
  description: "1 for a file that browsers save instead of showing it",
  schema: { type: "string", enum: ["1"] },
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

/** Headers that routes ask for. */
const askedHeaders = {
  "If-Match": {
    required: true,
    description: 'The ETag of the draft that this was made from, like "41"; * for whatever is there',
  },
  "Idempotency-Key": { required: false, description: "1 to 255 visible characters of ASCII, the same when the request is sent again" },
} as const;

/** The body of a route that is read by a worker: a layout document, or a JSON Patch of one. */
const textBodies: Readonly<Record<string, unknown>> = {
  "application/json": layoutRef,
  "application/json-patch+json": {
    type: "array",
    items: {
      type: "object",
      required: ["op", "path"],
      properties: { op: { enum: ["add", "remove", "replace", "test"] }, path: { type: "string" }, value: {} },
    },
  },
};

/** One operation of the routes that work with specs (`wire/spec-routes.ts`). */
const specOperation = (key: string, { request, text, query, answer, conflict, about }: Contract): readonly [string, string, unknown] => {
  const [method = "", path = ""] = key.split(" ");
  const { id = "", summary = "", scopes = [], headers = [], status = 200 } = about ?? {};
  const names = [...path.matchAll(/:(\w+)/g)].map(([, name = ""]) => name);
  const body = request ? json(schemaOf(request)) : text && Object.fromEntries(text.map((type) => [type, { schema: textBodies[type] }]));
  const codes = [400, 401, 403, ...(names.length > 0 ? [404] : []), ...(body ? [413, 415, 422] : []), ...anyway];
  const missed = conflict && {
    [headers.includes("If-Match") ? "412" : "409"]: {
      description: "A problem document that says what changed meanwhile",
      content: {
        "application/problem+json": {
          schema: { allOf: [{ $ref: "#/components/schemas/Problem" }, { ...schemaOf(conflict), additionalProperties: true }] },
        },
      },
    },
  };
  return [
    path.replace("/api/v1", "").replace(/:(\w+)/g, "{$1}"),
    method.toLowerCase(),
    {
      operationId: id,
      summary,
      security: [...scopes.map((scope) => ({ token: [scope] })), { session: [] }],
      parameters: [
        ...pathParameters(names),
        ...(query ? queryParameters(query) : []),
        ...headers.map((name) => ({ name, in: "header", ...askedHeaders[name], schema: { type: "string" } })),
      ],
      ...(body ? { requestBody: { required: true, content: body } } : {}),
      responses: {
        [String(status)]: { description: "Done", ...(answer ? { content: json(schemaOf(answer)) } : {}) },
        ...missed,
        ...(headers.includes("If-Match") ? problems([428]) : {}),
        ...problems(codes),
      },
    },
  ];
};

/** The paths of the routes that work with specs. */
const specPaths = (): Record<string, Record<string, unknown>> => {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [key, contract] of Object.entries<Contract>(specRoutes)) {
    const [path, method, operation] = specOperation(key, contract);
    paths[path] = { ...paths[path], [method]: operation };
  }
  return paths;
};

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

/** The layout document's schema, as a component of this description. */
const layoutSchemaHere = (): Record<string, unknown> => {
  const { $id: _, $schema: __, ...rest } = layoutJsonSchema();
  return rest;
};

/** The OpenAPI 3.1 description of /api/v1; request bodies and parameters come from the Zod schemas the routes read and answer by. */
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
    "/resolve": compute("resolve", "A layout's geometry at a size", resolveRequest, resolveAnswer),
    "/solve": compute("solve", "The term of the column sum that gives way", solveRequest, solveAnswer),
    "/whole-pixel-sets": compute(
      "wholePixelSets",
      "Combinations of columns, gutter and margin whose column is whole",
      setsRequest,
      setsAnswer,
    ),
    "/fit": compute("fit", "Measured boxes against a layout", fitRequest, fitAnswer),
    "/fit/grids": compute("grids", "Grids that measured boxes may have been drawn on, best first", gridsRequest, gridsAnswer),
    "/check": compute("check", "What does not add up in a layout", checkRequest, checkAnswer),
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
            content: json(schemaOf(importAnswer)),
          },
          ...problems(withBody),
        },
      },
    },
    "/specs/{team}/{spec}": published(
      "versions",
      "The versions of a spec, the latest first, 50 at a time",
      ["team", "spec"],
      json(schemaOf(versionsAnswer)),
      queryParameters(versionsQuery),
    ),
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
      [...queryParameters(fileOptions), download],
    ),
    ...specPaths(),
  },
  webhooks: Object.fromEntries(
    Object.entries(webhookMessages).map(([event, { when, data }]) => [
      event,
      {
        post: {
          operationId: event.replace(/\.(.)/g, (_, letter: string) => letter.toUpperCase()),
          summary: when,
          requestBody: { required: true, content: json(schemaOf(z.strictObject({ event: z.literal(event), ...data.shape }))) },
          responses: { "2XX": { description: "Taken as delivered" } },
        },
      },
    ]),
  ),
  components: {
    schemas: { Problem: schemaOf(problemAnswer), Layout: layoutSchemaHere() },
    securitySchemes: {
      token: {
        type: "http",
        scheme: "bearer",
        description: "An access token of a project. Operations name the scopes, one of which is enough",
      },
      session: { type: "apiKey", in: "cookie", name: "ypsiline_session", description: "The cookie of a person who is signed in" },
    },
  },
});
