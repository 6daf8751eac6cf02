import { XMLBuilder } from "fast-xml-parser";
import { type FailLevel, fails, type Outcome, type Reported } from "./outcome";

/**
 * Characters that XML 1.0 forbids or discourages (section 2.2, Char): control characters, single surrogates, two
 * noncharacters.
 */
const unfit = /[^\P{Cc}\t\n\r]|\p{Cs}|[\ufffe\uffff]/gu;
const fit = (text: string): string => text.replace(unfit, "\ufffd");

const told = (one: Reported): string => fit([`${one.about}: ${one.message}`, one.sum, one.pointer ?? ""].filter(Boolean).join("\n"));

/**
 * The outcome as JUnit XML, for build servers: one suite per subject, one case per rule. A case fails if it has a
 * finding at or above the level. Findings below it are listed, and the case passes.
 */
export const inJunit = ({ subjects, looked, findings }: Outcome, failOn: FailLevel): string => {
  const suites = subjects.map((subject) => {
    const own = findings.filter((one) => one.subject === subject);
    const cases = looked.map(({ id }) => {
      const found = own.filter((one) => one.rule === id);
      const failing = found.filter((one) => fails(one, failOn));
      const passing = found.filter((one) => !fails(one, failOn));
      return {
        "@name": id,
        "@classname": fit(subject),
        "@time": "0",
        ...(failing.length === 0
          ? {}
          : {
              failure: {
                "@message": fit(failing.length === 1 ? `${failing[0]?.about}: ${failing[0]?.message}` : `${failing.length} findings`),
                "@type": id,
                "#text": failing.map(told).join("\n\n"),
              },
            }),
        ...(passing.length === 0 ? {} : { "system-out": passing.map(told).join("\n\n") }),
      };
    });
    return {
      "@name": fit(subject),
      "@tests": String(cases.length),
      "@failures": String(cases.filter((one) => "failure" in one).length),
      "@errors": "0",
      "@skipped": "0",
      "@time": "0",
      testcase: cases,
    };
  });
  const sum = (name: "@tests" | "@failures"): string => String(suites.reduce((all, suite) => all + Number(suite[name]), 0));
  const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: "@", format: true, suppressEmptyNode: true });
  const text = builder.build({
    "?xml": { "@version": "1.0", "@encoding": "UTF-8" },
    testsuites: { "@name": "Ypsiline", "@tests": sum("@tests"), "@failures": sum("@failures"), testsuite: suites },
  });
  return text;
};
