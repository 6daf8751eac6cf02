import type { Level } from "@ypsiline/core";
import type { Log, ReportingDescriptor, Result } from "sarif";
import type { Outcome, Reported } from "./outcome";

const levels = { problem: "error", caution: "warning", note: "note" } as const satisfies Readonly<Record<Level, Result["level"]>>;

/** A path, package or address as a URI reference (RFC 3986); what is one already stays. */
const uriOf = (subject: string): string => (/^https?:/.test(subject) ? new URL(subject).href : encodeURI(subject.replaceAll("\\", "/")));

const resultOf = (one: Reported, ruleIndex: number): Result => ({
  ruleId: one.rule,
  ruleIndex,
  level: levels[one.level],
  message: { text: `${one.about}: ${one.message}${one.sum === "" ? "" : ` ${one.sum}`}` },
  locations: [
    {
      physicalLocation: {
        artifactLocation: { uri: uriOf(one.subject) },
        ...(one.line === null ? {} : { region: { startLine: one.line } }),
      },
      logicalLocations: [{ name: one.about, ...(one.pointer === null ? {} : { fullyQualifiedName: one.pointer }) }],
    },
  ],
  ...(one.accepted === null ? {} : { suppressions: [{ kind: "inSource", justification: one.accepted }] }),
});

/** The outcome as a SARIF 2.1.0 log (OASIS, https://docs.oasis-open.org/sarif/sarif/v2.1.0/): one run, a result for each finding. */
export const inSarif = ({ looked, findings }: Outcome, version: string): string => {
  const index = new Map(looked.map(({ id }, at) => [id, at]));
  const rules = looked.map(({ id, level, source }): ReportingDescriptor => ({
    id,
    shortDescription: { text: id.replaceAll("-", " ") },
    fullDescription: { text: source },
    defaultConfiguration: { level: levels[level] },
  }));
  const log: Log = {
    $schema: "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json",
    version: "2.1.0",
    runs: [
      {
        tool: { driver: { name: "Ypsiline", version, semanticVersion: version, rules } },
        columnKind: "utf16CodeUnits",
        results: findings.map((one) => resultOf(one, index.get(one.rule) ?? -1)),
      },
    ],
  };
  return `${JSON.stringify(log, null, 2)}\n`;
};
