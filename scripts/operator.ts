import { startCluster } from "./cluster";
import { runScript } from "./run-script";
import { run, Stop } from "./terminal";

// What an operator does by hand, on the private cluster with --embedded, otherwise on DATABASE_URL. `npm run
// password-link -- ADDRESS` makes a link for a new password, for an instance that sends no mail; `npm run give-team --
// TEAM ADDRESS` makes an account a lead of a team.
const commands: Readonly<Record<string, readonly string[]>> = { "password-link": ["ADDRESS"], "give-team": ["TEAM", "ADDRESS"] };
const [, , command = "", ...rest] = process.argv;
const given = rest.filter((one) => !one.startsWith("--"));

run(async () => {
  const wanted = commands[command];
  if (wanted === undefined || given.length !== wanted.length)
    throw new Stop(`Use it like this: npm run ${command} -- ${(wanted ?? []).join(" ")}`);
  const embedded = rest.includes("--embedded");
  const cluster = embedded ? await startCluster(".data-instance") : null;
  const url = cluster?.url ?? process.env["DATABASE_URL"];
  if (!url) throw new Stop("DATABASE_URL is not set. Set it, or add --embedded for the private cluster.");
  try {
    runScript(`${command}.ts`, given, { DATABASE_URL: url });
  } catch {
    // The script has said why.
    process.exitCode = 1;
  } finally {
    if (cluster && !cluster.taken) cluster.stop();
  }
});
