import { readSettings } from "../web/server/settings/settings";

// Looks at every setting of an instance and tells all faults at once, by name and never with what was set.
const read = readSettings(process.env);
if (!read.ok) {
  process.stderr.write("The settings of this instance cannot be taken (docs/operations.md has them all):\n");
  for (const { name, message } of read.faults) process.stderr.write(`  ${name} ${message}\n`);
  process.exitCode = 1;
}
