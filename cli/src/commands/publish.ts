import { createHash } from "node:crypto";
import { versionLevels } from "@ypsiline/core";
import { textCommand } from "../command";
import { readLock } from "../lock";
import { choice, text } from "../options";
import { ask, type Instance, instanceOf, refusalOf } from "../registry/api";
import { type Result, success, refused } from "../result";
import type { World } from "../world";

/** The revision of a draft that is meant: the named one, else the one that was pushed from here, else the present one. */
export const revisionOf = async (world: World, instance: Instance, said: string | undefined): Promise<Result<number>> => {
  if (said !== undefined)
    return /^[1-9]\d{0,14}$/.test(said) ? success(Number(said)) : refused(`--revision must be a whole number from 1, not ${said}`);
  const lock = await readLock(world);
  if (!lock.ok) return lock;
  const pushed = lock.value.pushed[instance.name];
  if (pushed) return success(pushed.revision);
  const draft = await ask(instance, `/specs/${instance.team}/${instance.spec}/draft`);
  if (!draft.ok) return draft;
  return draft.value.status === 200 ? success(Number(draft.value.data["revision"])) : refused(refusalOf(draft.value));
};

export const publish = textCommand({
  name: "publish",
  arguments: "<spec>",
  example: "publish @team/spec --note …",
  summary: "publish the draft of a spec as a version",
  options: {
    note: text("--note <text>", "what changed, for the people who use it"),
    level: choice("--level <level>", "raise the version to this level at least", versionLevels),
    number: text("--number <version>", "version number (default: the least that the changes need)"),
    revision: text("--revision <number>", "revision of the draft (default: the one pushed from here, else the present one)"),
  },
  run: async (world, [spec = ""], { note = "", level, number, revision: said, registry }) => {
    const instance = await instanceOf(world, spec, registry);
    if (!instance.ok) return instance;
    const revision = await revisionOf(world, instance.value, said);
    if (!revision.ok) return revision;
    const body = { revision: revision.value, note, ...(level ? { level } : {}), ...(number === undefined ? {} : { number }) };
    // A build that is run again publishes once.
    const key = createHash("sha256")
      .update(JSON.stringify([spec, body]))
      .digest("base64url");
    const { team, spec: slug } = instance.value;
    const done = await ask(instance.value, `/specs/${team}/${slug}/publish`, {
      method: "POST",
      body,
      headers: { "Idempotency-Key": key },
    });
    if (!done.ok) return done;
    const { status, data } = done.value;
    if (status === 201) return success(`${spec} ${String(data["number"])} is published.\n`);
    const findings = Array.isArray(data["findings"]) ? (data["findings"] as readonly { readonly message: string }[]) : [];
    return refused([refusalOf(done.value), ...findings.slice(0, 10).map(({ message }) => `  ${message}`)].join("\n"));
  },
});
