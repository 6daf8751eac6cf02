import type { AnySchema } from "ajv";

/**
 * The main requirements of SARIF 2.1.0 (OASIS Standard; no package in the registry carries sarif-schema-2.1.0.json),
 * written from sections 3.13 to 3.52: required members, and valid values of those we write. The compiler checks the
 * writer against all of it, too (@types/sarif).
 */
const text = { type: "string", minLength: 1 } as const;
const message = { type: "object", required: ["text"], properties: { text } } as const;
const level = { enum: ["none", "note", "warning", "error"] } as const;

export const sarifPoints: AnySchema = {
  type: "object",
  // 3.13: version and runs are required; $schema is a URI.
  required: ["version", "runs"],
  additionalProperties: false,
  properties: {
    $schema: { type: "string", format: "uri" },
    version: { const: "2.1.0" },
    runs: {
      type: "array",
      items: {
        type: "object",
        // 3.14
        required: ["tool"],
        additionalProperties: false,
        properties: {
          columnKind: { enum: ["utf16CodeUnits", "unicodeCodePoints"] },
          tool: {
            type: "object",
            required: ["driver"],
            additionalProperties: false,
            properties: {
              // 3.19: name is required; rules are unique.
              driver: {
                type: "object",
                required: ["name"],
                additionalProperties: false,
                properties: {
                  name: text,
                  version: text,
                  semanticVersion: { type: "string", pattern: "^\\d+\\.\\d+\\.\\d+" },
                  rules: {
                    type: "array",
                    uniqueItems: true,
                    items: {
                      type: "object",
                      // 3.49
                      required: ["id"],
                      additionalProperties: false,
                      properties: {
                        id: text,
                        shortDescription: message,
                        fullDescription: message,
                        defaultConfiguration: { type: "object", properties: { level } },
                      },
                    },
                  },
                },
              },
            },
          },
          results: {
            type: "array",
            items: {
              type: "object",
              // 3.27: message is required.
              required: ["message"],
              additionalProperties: false,
              properties: {
                ruleId: text,
                ruleIndex: { type: "integer", minimum: -1 },
                level,
                message,
                // 3.27.17: each value is a text.
                partialFingerprints: { type: "object", additionalProperties: text },
                suppressions: {
                  type: "array",
                  items: {
                    type: "object",
                    // 3.35
                    required: ["kind"],
                    properties: { kind: { enum: ["inSource", "external"] }, justification: text },
                  },
                },
                locations: {
                  type: "array",
                  items: {
                    type: "object",
                    additionalProperties: false,
                    properties: {
                      physicalLocation: {
                        type: "object",
                        // 3.29: artifactLocation or address.
                        required: ["artifactLocation"],
                        properties: {
                          artifactLocation: { type: "object", properties: { uri: { type: "string", format: "uri-reference" } } },
                          region: {
                            type: "object",
                            properties: { startLine: { type: "integer", minimum: 1 }, startColumn: { type: "integer", minimum: 1 } },
                          },
                        },
                      },
                      logicalLocations: {
                        type: "array",
                        items: { type: "object", properties: { name: { type: "string" }, fullyQualifiedName: { type: "string" } } },
                      },
                    },
                  },
                },
              },
            },
          },
        },
      },
    },
  },
};
