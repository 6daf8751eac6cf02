import { createHash } from "node:crypto";
import type { Level } from "@ypsiline/core";
import type { Log, ReportingDescriptor, Result } from "sarif";
import type { Outcome, Reported } from "./outcome";

const levels = { problem: "error", caution: "warning", note: "note" } as const satisfies Readonly<Record<Level, Result["level"]>>;

/** A path, package or address as a URI reference (RFC 3986); what is one already stays. */
const uriOf = (subject: string): string => (/^https?:/.test(subject) ? new URL(subject).href : encodeURI(subject.replaceAll("\\", "/")));

/**
 * What a finding is recognised by in the next run, wherever its line has moved to: what it says of which place, and which one of
 * several that say the same it is.
 */
const fingerprinted = (findings: readonly Reported[]): readonly string[] => {
  const seen = new Map<string, number>();
  return findings.map(({ rule, subject, pointer, message }) => {
    const key = JSON.stringify([rule, subject, pointer, message]);
    const count = seen.get(key) ?? 0;
    seen.set(key, count + 1);
    return createHash("sha256").update(`${key} ${count}`).digest("hex").slice(0, 32);
  });
};

const resultOf = (one: Reported, ruleIndex: number, fingerprint: string): Result => ({
  ruleId: one.rule,
  ruleIndex,
  level: levels[one.level],
  message: { text: `${one.about}: ${one.message}${one.sum === "" ? "" : ` ${one.sum}`}` },
  locations: [
    {
      physicalLocation: {
        artifactLocation: { uri: uriOf(one.subject) },
        ...(one.line === null ? {} : { region: { startLine: one.line, ...(one.column === undefined ? {} : { startColumn: one.column }) } }),
      },
      logicalLocations: [{ name: one.about, ...(one.pointer === null ? {} : { fullyQualifiedName: one.pointer }) }],
    },
  ],
  partialFingerprints: { "ypsilineFinding/v1": fingerprint },
  ...(one.accepted === null ? {} : { suppressions: [{ kind: "inSource", justification: one.accepted }] }),
});

/** The outcome as a SARIF 2.1.0 log (OASIS, https://docs.oasis-open.org/sarif/sarif/v2.1.0/): one run, a result for each finding. */
export const inSarif = ({ looked, findings }: Outcome, version: string): string => {
  const index = new Map(looked.map(({ id }, at) => [id, at]));
  const fingerprints = fingerprinted(findings);
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
        results: findings.map((one, at) => resultOf(one, index.get(one.rule) ?? -1, fingerprints[at] ?? "")),
      },
    ],
  };
  return `${JSON.stringify(log, null, 2)}\n`;
};
