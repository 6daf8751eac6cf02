import { readFile } from "node:fs/promises";
import { applyChanges, type Change, compareLayouts, type Layout, parseLayout, sameJson, writeLayout } from "@ypsiline/core";
import { reportCommand } from "../command";
import { type LayoutFile, readLayoutFile } from "../layout-file";
import { type Lock, readLock, writeLock, writeWhole } from "../lock";
import { choice, flag, requiredText } from "../options";
import { type Answer, ask, type Instance, instanceOf, refusalOf } from "../registry/api";
import { exitOf, type FailLevel, type Outcome } from "../report/outcome";
import { type Result, success, refused } from "../result";
import { pathIn, type World } from "../world";
import { checked, checkedRules } from "./check";

const sides = ["mine", "theirs"] as const;
type Side = (typeof sides)[number];

type PushAsked = {
  readonly file: string;
  readonly to: string;
  readonly create: boolean;
  /** Push nothing that ends the command with 1. */
  readonly check: boolean;
  /** Replace a draft that the file was never pushed to. */
  readonly replace: boolean;
  /** Whose value stands where both sides changed a number. */
  readonly keep?: Side | undefined;
  readonly failOn: FailLevel;
};

/** A draft as the interface answers it. */
type Draft = { readonly revision: number; readonly layout: Layout };

const draftIn = ({ data }: Answer): Result<Draft> => {
  const layout = parseLayout(data["layout"]);
  const revision = data["revision"];
  return layout.ok && typeof revision === "number"
    ? success({ revision, layout: layout.value })
    : refused("the instance answered with a draft that this release cannot read. Update @ypsiline/cli");
};

/** A number that both sides changed, as a 412 lists it. */
type Conflict = { readonly change: Change; readonly theirs: unknown };

const shown = (value: unknown): string => (typeof value === "string" ? value : value === undefined ? "nothing" : JSON.stringify(value));

/** What both sides changed, a line each, and what helps. */
const conflictWords = (name: string, revision: number, conflicts: readonly Conflict[]): string =>
  [
    `${name} has changed since this file was pushed, in the same places. Nothing was written.`,
    ...conflicts
      .slice(0, 20)
      .map(
        ({ change, theirs }) =>
          `  ${change.path.join(" ")}: ${shown(change.from)} before, ${shown(change.to)} here, ${shown(theirs)} in revision ${revision}`,
      ),
    "Push again with --keep mine or --keep theirs. All other changes of both sides stay",
  ].join("\n");

const draftPath = ({ team, spec }: Instance): string => `/specs/${team}/${spec}/draft`;

const put = (instance: Instance, layout: Layout, revision: number): Promise<Result<Answer>> =>
  ask(instance, draftPath(instance), { method: "PUT", body: layout, headers: { "If-Match": `"${revision}"` } });

/** A layout with other values in some places. */
const withValues = (layout: Layout, changes: readonly Change[]): Result<Layout> => {
  const applied = applyChanges(layout, changes);
  return applied.ok ? success(applied.layout) : refused("these changes cannot be taken apart. Edit the file, and push it again");
};

/** Writes a layout over the draft. Where both sides changed a number, nothing is written unless it is said whose stands. */
const written = async (instance: Instance, layout: Layout, revision: number, keep: Side | undefined): Promise<Result<Draft>> => {
  const first = await put(instance, layout, revision);
  if (!first.ok) return first;
  if (first.value.status === 200) return draftIn(first.value);
  const conflicts = first.value.status === 412 ? (first.value.data["conflicts"] as readonly Conflict[]) : [];
  if (conflicts.length === 0) return refused(refusalOf(first.value));
  if (keep === undefined) return refused(conflictWords(instance.name, Number(first.value.data["revision"]), conflicts));
  // Everything but these places is merged first.
  const rest = withValues(
    layout,
    conflicts.map(({ change: { path, from, to } }) => ({ path, from: to, to: from })),
  );
  const merged = rest.ok ? await put(instance, rest.value, revision) : rest;
  if (!merged.ok) return merged;
  if (merged.value.status !== 200) return refused(refusalOf(merged.value));
  const draft = draftIn(merged.value);
  if (!draft.ok || keep === "theirs") return draft;
  const mine = withValues(
    draft.value.layout,
    conflicts.map(({ change: { path, to }, theirs }) => ({ path, from: theirs, to })),
  );
  const last = mine.ok ? await put(instance, mine.value, draft.value.revision) : mine;
  if (!last.ok) return last;
  return last.value.status === 200 ? draftIn(last.value) : refused(refusalOf(last.value));
};

/** The draft as it is; a new spec's if there is none and one may be made. */
const draftOf = async (instance: Instance, { create }: PushAsked): Promise<Result<Draft & { readonly made: boolean }>> => {
  const there = await ask(instance, draftPath(instance));
  if (!there.ok) return there;
  if (there.value.status === 200) {
    const draft = draftIn(there.value);
    return draft.ok ? success({ ...draft.value, made: false }) : draft;
  }
  if (there.value.status !== 404) return refused(refusalOf(there.value));
  if (!create) return refused(`${refusalOf(there.value)}\nTo make it, push with --create`);
  // Its address comes from its first name; the file brings its own.
  const body = { team: instance.team, name: instance.spec, start: { kind: "blank" } };
  const made = await ask(instance, "/specs", { method: "POST", body });
  if (!made.ok) return made;
  if (made.value.status !== 201) return refused(refusalOf(made.value));
  if (made.value.data["spec"] !== instance.spec)
    return refused(
      `${instance.name} is taken; ${String(made.value.data["team"])}/${String(made.value.data["spec"])} was made. Push to that`,
    );
  const draft = await ask(instance, draftPath(instance));
  if (!draft.ok) return draft;
  const read = draftIn(draft.value);
  return read.ok ? success({ ...read.value, made: true }) : read;
};

/** The revision that a file was made from: the one it was pushed at, or the present one of a draft that it replaces. */
const madeFrom = (lock: Lock, file: LayoutFile, draft: Draft & { readonly made: boolean }, asked: PushAsked): Result<number> => {
  const pushed = lock.pushed[asked.to];
  if (pushed) return success(pushed.revision);
  if (draft.made || asked.replace || sameJson(draft.layout, file.layout)) return success(draft.revision);
  return refused(
    `${asked.file} was never pushed to ${asked.to}, whose draft (revision ${draft.revision}) is another. To replace that, push with --replace`,
  );
};

const count = (number: number, what: string): string => `${number} ${what}${number === 1 ? "" : "s"}`;

/** Makes a file the draft of a spec, and the draft's other changes part of the file. Answers the draft's findings. */
const pushFile = async (world: World, asked: PushAsked, registry?: string): Promise<Result<Outcome>> => {
  const instance = await instanceOf(world, asked.to, registry);
  if (!instance.ok) return instance;
  const file = await readLayoutFile(world, asked.file, registry);
  if (!file.ok) return file;
  if (file.value.format !== "layout" || asked.file === "-")
    return refused(`${asked.file} is no layout document. A draft is pushed from one, because no other file can hold all of it`);
  const outcome = (of: LayoutFile, lines: readonly string[], data: object): Outcome => {
    const { findings } = checked(of);
    return { subjects: [of.name], looked: checkedRules, findings, lines, data: { ...data, findings } };
  };
  const before = outcome(file.value, [`${asked.file} was not pushed.`], { spec: asked.to, pushed: false });
  if (asked.check && exitOf(before, asked.failOn) === 1) return success(before);
  const lock = await readLock(world);
  if (!lock.ok) return lock;
  const draft = await draftOf(instance.value, asked);
  if (!draft.ok) return draft;
  const from = madeFrom(lock.value, file.value, draft.value, asked);
  if (!from.ok) return from;
  // The file may not say what the spec follows; its draft goes on following it.
  const { follows } = draft.value.layout;
  const mine: Layout = { ...(follows ? { follows } : {}), ...file.value.layout };
  const done = await written(instance.value, mine, from.value, asked.keep);
  if (!done.ok) return done;
  const { revision, layout } = done.value;
  const brought = compareLayouts(mine, layout).length;
  const sent = draft.value.revision === revision ? 0 : compareLayouts(draft.value.layout, layout).length;
  const text = brought === 0 ? file.value.text : writeLayout(layout);
  if (brought > 0) await writeWhole(pathIn(world, asked.file), text);
  await writeLock(world, { ...lock.value, pushed: { ...lock.value.pushed, [asked.to]: { file: asked.file, revision } } });
  const lines = [
    sent === 0
      ? `${asked.to} is the same, at revision ${revision}.`
      : `${asked.to} has ${count(sent, "change")} from ${asked.file}, at revision ${revision}.`,
    ...(brought === 0 ? [] : [`${asked.file} has ${count(brought, "change")} that others made in the draft.`]),
  ];
  return success(
    outcome({ ...file.value, layout, text }, lines, { spec: asked.to, pushed: true, revision, changes: { pushed: sent, brought } }),
  );
};

/** The file of a spec in the lock file, or layout.json. */
const usualFile = async (world: World, to: string): Promise<Result<string>> => {
  const lock = await readLock(world);
  if (!lock.ok) return lock;
  const file = lock.value.pushed[to]?.file ?? "layout.json";
  const there = await readFile(pathIn(world, file)).then(
    () => true,
    () => false,
  );
  return there ? success(file) : refused(`there is no ${file}. Name the layout document: ypsiline push FILE --to ${to}`);
};

export const push = reportCommand({
  name: "push",
  arguments: "[file]",
  example: "push FILE --to @team/spec",
  summary: "make a layout document the draft of a spec, and merge what others changed there",
  levels: { problem: "a rule's own level", caution: "a rule's own level", note: "a rule's own level" },
  options: {
    to: requiredText("--to <spec>", "the spec, like @team/spec"),
    create: flag("--create", "make the spec if there is none"),
    check: flag("--check", "push nothing if the command would end with 1"),
    replace: flag("--replace", "replace a draft that the file was never pushed to"),
    keep: choice("--keep <side>", "whose value stands where both sides changed a number", sides),
  },
  run: async (world, [typed], { to, create = false, check = false, replace = false, keep, failOn, registry }) => {
    const file = typed === undefined ? await usualFile(world, to) : success(typed);
    return file.ok ? pushFile(world, { file: file.value, to, create, check, replace, keep, failOn }, registry) : file;
  },
});
