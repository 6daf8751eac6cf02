import { spawn } from "node:child_process";
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import ts from "typescript";
import { seeded } from "../core/test/random";
import { root } from "./run-script";
import { print, run, Stop } from "./terminal";

// `npm run mutate -- FILE…`: breaks each file in many small ways, one at a time, and counts how many of them its own tests
// notice. Other tests might notice more, so the score is a lower bound.
// `--most N` tries at most N of each file, chosen at random (SEED=… repeats a choice). Not in CI: it takes hours.
// It works in a copy of the last commit, so that nothing here is changed.

/** One way to break a file: the text from `start` to `end` becomes `text`. */
type Mutant = { readonly start: number; readonly end: number; readonly text: string; readonly line: number; readonly was: string };

const operators: Readonly<Record<string, string>> = {
  "+": "-",
  "-": "+",
  "*": "/",
  "/": "*",
  "<": "<=",
  "<=": "<",
  ">": ">=",
  ">=": ">",
  "===": "!==",
  "!==": "===",
  "&&": "||",
  "||": "&&",
};

/** Every way to break a file: operators, conditions, numbers, truth values and texts. */
const mutantsOf = (file: string, text: string): readonly Mutant[] => {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found: Mutant[] = [];
  const add = (node: ts.Node, replaced: string): void => {
    const start = node.getStart(source);
    const { line } = source.getLineAndCharacterOfPosition(start);
    found.push({ start, end: node.getEnd(), text: replaced, line: line + 1, was: node.getText(source) });
  };
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return;
    if (ts.isBinaryExpression(node)) {
      const other = operators[node.operatorToken.getText(source)];
      if (other) add(node.operatorToken, other);
    } else if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      add(node, node.operand.getText(source));
    else if (ts.isConditionalExpression(node)) add(node.condition, `!(${node.condition.getText(source)})`);
    else if (ts.isIfStatement(node)) add(node.expression, `!(${node.expression.getText(source)})`);
    else if (ts.isNumericLiteral(node) && !ts.isLiteralTypeNode(node.parent)) add(node, String(Number(node.text) + 1));
    else if (node.kind === ts.SyntaxKind.TrueKeyword && !ts.isLiteralTypeNode(node.parent)) add(node, "false");
    else if (node.kind === ts.SyntaxKind.FalseKeyword && !ts.isLiteralTypeNode(node.parent)) add(node, "true");
    else if (ts.isStringLiteral(node) && node.text !== "" && !ts.isLiteralTypeNode(node.parent)) add(node, '""');
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
};

/** Longest that the tests of one mutant may take, ms; one that never ends is noticed. */
const patience = 120_000;

/**
 * A file's own tests: those in the folder that mirrors its own (`core/test/solve` for `core/src/solve/repair`) which name
 * something that it exports; all of the folder if none does.
 */
const testsOf = (folder: string, file: string, text: string): readonly string[] => {
  const mirrored = file.startsWith("core/src/") ? file.replace("core/src/", "core/test/") : file.replace("web/", "web/test/");
  let tests = dirname(mirrored);
  while (!existsSync(join(folder, tests))) tests = dirname(tests);
  const exported = [...text.matchAll(/^export (?:const|type|class) (\w+)/gm)].map(([, name = ""]) => name);
  const all = readdirSync(join(folder, tests), { recursive: true, encoding: "utf8" }).filter((name) => name.endsWith(".test.ts"));
  const own = all.filter((name) => new RegExp(`\\b(?:${exported.join("|")})\\b`).test(readFileSync(join(folder, tests, name), "utf8")));
  return (own.length > 0 ? own : all).map((name) => join(tests, name));
};

/** Runs test files; false if a test fails. */
const passes = (folder: string, tests: readonly string[]): Promise<boolean> =>
  new Promise((resolve) => {
    const vitest = join(root, "node_modules", "vitest", "vitest.mjs");
    const args = [vitest, "run", ...tests, "--bail=1", "--maxWorkers=1", "--reporter=dot"];
    const child = spawn(process.execPath, args, { cwd: folder, stdio: "ignore", detached: true });
    const end = (): void => void process.kill(-(child.pid ?? 0), "SIGKILL");
    const timer = setTimeout(end, patience);
    child.on("close", (code) => {
      clearTimeout(timer);
      resolve(code === 0);
    });
  });

/** The files tried if none is named: those that decide. */
const usual = [
  "core/src/solve/change-term.ts",
  "core/src/solve/settle-lines.ts",
  "core/src/check/fixes.ts",
  "core/src/check/take-all.ts",
  "core/src/compare/changes.ts",
  "core/src/compare/over.ts",
  "core/src/compare/order.ts",
  "core/src/formats/csv/read.ts",
  "core/src/formats/css/read.ts",
  "core/src/formats/tokens/read.ts",
  "web/draft/steps.ts",
  "web/draft/server-copy.ts",
  "web/draft/questions.ts",
  "web/draft/retry.ts",
  "web/draft/draft-store.ts",
];

run(async () => {
  const args = process.argv.slice(2);
  const at = args.indexOf("--most");
  const most = at < 0 ? Infinity : Number(args[at + 1]);
  if (!(most > 0)) throw new Stop("--most takes a number above 0, like --most 40.");
  const named = at < 0 ? args : [...args.slice(0, at), ...args.slice(at + 2)];
  const folder = mkdtempSync(join(tmpdir(), "ypsiline-mutants-"));
  const git = (...what: readonly string[]): Promise<void> =>
    new Promise((resolve, reject) =>
      spawn("git", what, { cwd: root, stdio: "ignore" }).on("close", (code) =>
        code === 0 ? resolve() : reject(new Stop(`git ${what[0]} failed.`)),
      ),
    );
  await git("clone", "--quiet", root, folder);
  for (const part of ["node_modules", "web/generated"]) symlinkSync(join(root, part), join(folder, part));
  const random = seeded("mutants");
  try {
    for (const file of named.length > 0 ? named : usual) {
      const path = join(folder, file);
      const text = readFileSync(path, "utf8");
      const all = [...mutantsOf(file, text)];
      const chosen = all.length <= most ? all : Array.from({ length: most }, () => all.splice(random.integer(0, all.length - 1), 1)[0]);
      const tests = testsOf(folder, file, text);
      if (!(await passes(folder, tests))) throw new Stop(`${tests.join(" ")}: a test fails without any change to ${file}.`);
      let noticed = 0;
      for (const mutant of chosen) {
        if (!mutant) continue;
        writeFileSync(path, text.slice(0, mutant.start) + mutant.text + text.slice(mutant.end));
        if (await passes(folder, tests)) print(`  not noticed: line ${mutant.line}, ${mutant.was} became ${mutant.text}`);
        else noticed += 1;
      }
      writeFileSync(path, text);
      print(`${file}: ${noticed} of ${chosen.length} noticed (${Math.round((100 * noticed) / Math.max(1, chosen.length))} %)`);
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
