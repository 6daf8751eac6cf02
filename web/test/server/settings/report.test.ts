import { afterEach, describe, expect, it, vi } from "vitest";
import { endOnFatalFaults, report } from "@/server/settings/report";

const coded = (code: string): Error => Object.assign(new Error(code), { code });

describe("an error in words", () => {
  afterEach(() => {
    endOnFatalFaults(() => undefined);
    vi.restoreAllMocks();
  });

  it.each([
    ["no file can be opened", coded("EMFILE"), true],
    ["no file can be opened on the machine", coded("ENFILE"), true],
    ["no worker can be started", coded("ERR_WORKER_INIT_FAILED"), true],
    ["a fault has one of these as its cause", new Error("no answer", { cause: new Error("within", { cause: coded("EMFILE") }) }), true],
    ["a file is missing", coded("ENOENT"), false],
    ["a connection is lost", new Error("no answer", { cause: coded("ECONNRESET") }), false],
    ["something without a code is thrown", "words", false],
  ])("where %s ends the process only if nothing works any more", (_what, fault, ends) => {
    const written = vi.spyOn(process.stderr, "write").mockReturnValue(true);
    const end = vi.fn();
    endOnFatalFaults(end);
    report("somewhere", fault);
    expect(end).toHaveBeenCalledTimes(ends ? 1 : 0);
    // It is reported first, in any case.
    expect(written.mock.calls.join()).toContain("somewhere: ");
  });
});
