import { describe, expect, it } from "vitest";
import { csvText } from "../../src/index";
import { csvField, readCsvRows, readValue } from "../../src/formats/csv/csv";

describe("a field of CSV", () => {
  // Text that spreadsheets read as a formula because of its first character. Source: OWASP, "CSV Injection".
  it.each(["=1+1", "+1", "+A1", "-A1", "@SUM(A1)", "\tA", "\rA", "'=1", "''+1"])(
    "%j is kept from being a formula, and comes back",
    (text) => {
      const written = csvField(text);
      expect(written.replace(/^"/, "").startsWith("'")).toBe(true);
      const read = readCsvRows(csvText([[text, "end"]]));
      expect(read.ok && readValue(read.rows[0]?.fields[0] ?? "")).toBe(text);
    },
  );
  it.each(["-8", "-1.5rem", "-12.5%", "16px", "Desk", "1+1", "'quoted'"])("%j is written as it is", (text) => {
    expect(csvField(text)).toBe(text);
  });
});
