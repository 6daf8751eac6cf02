import js from "@eslint/js";
import hooks from "eslint-plugin-react-hooks";
import ts from "typescript-eslint";

// The import boundaries of docs/architecture.md, as patterns that may not be imported from a folder.
const boundary = (files, forbidden, ignores = []) => ({
  files,
  ignores,
  rules: {
    "@typescript-eslint/no-restricted-imports": [
      "error",
      { patterns: forbidden.map(({ group, message, types = false }) => ({ group, message, allowTypeImports: types })) },
    ],
  },
});

const coreByIndex = {
  group: ["@ypsiline/core/*", "**/core/src/*", "!**/core/src/index"],
  message: "web imports core only through its index.",
};
// Browsers fill in, and assistive programs tell apart, by these; without either they list the field as a fault.
const namedFields = {
  selector:
    "JSXOpeningElement:matches([name.name=/^(input|select|textarea)$/], [name.property.name=/^(Check|Control|Select)$/]):not(:has(> JSXAttribute[name.name=/^(id|name)$/])):not(:has(> JSXSpreadAttribute))",
  message: "A field has an id or a name.",
};
const everywhere = [
  { selector: "ExportAllDeclaration", message: "Name what is exported; no export *." },
  namedFields,
  { selector: "ExportDefaultDeclaration", message: "Named exports only; only Next.js, in app, and plugins ask for default exports." },
];
// Geometry is worked out once for a width, where a page begins, and handed down.
const handedDown = {
  selector: "ImportSpecifier[imported.name=/^(resolve|resolveRows|resolveBaseline)$/]",
  message: "Parts of a page take a Resolution; only where it is worked out for a width (see eslint.config.mjs) is core asked.",
};
const noApp = { group: ["@/app/*", "**/app/*"], message: "Only routes stand in app; nothing imports them." };
// What is done for somebody asks their right inside the transaction that does it: an act cannot open one of its own.
const oneBeginning = {
  selector: "CallExpression[callee.type='MemberExpression'][callee.property.name='begin']",
  message: "Transactions begin in web/server/database/transaction.ts alone.",
};
const noOwnTransaction = {
  group: ["@/server/database/transaction"],
  message: "Routes write through `write` (web/server/requests/authorized-handlers.ts), which asks the right again inside the transaction.",
};
const sqlAtHome = { group: ["postgres"], message: "SQL stands only in web/server." };
const serverWide = [coreByIndex, noApp, { group: ["@/features/*", "@/ui/*"], message: "The server draws nothing." }];
// The rooms of the server in one order: each imports only from those before it. `guide` is used by the build alone.
const serverRooms = [
  "guide",
  "settings",
  "http",
  "database",
  "writing",
  "heavy",
  "happenings",
  "identity",
  "teams",
  "specs",
  "designs",
  "projects",
  "requests",
  "acts",
  "registry",
  "running",
];

export default ts.config(
  { ignores: ["**/node_modules/", "**/.next/", "**/dist/", ".data*/", "web/next-env.d.ts", "test-results/", "playwright-report/"] },
  js.configs.recommended,
  {
    files: ["**/*.ts", "**/*.tsx"],
    extends: [ts.configs.strict],
    rules: {
      "@typescript-eslint/no-explicit-any": "error",
      "@typescript-eslint/no-non-null-assertion": "error",
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@typescript-eslint/consistent-type-imports": ["error", { fixStyle: "inline-type-imports", disallowTypeAnnotations: false }],
      "no-restricted-syntax": ["error", ...everywhere],
    },
  },
  // Only these have components and hooks; the rules take most of the time of linting.
  {
    files: ["web/{app,draft,features,ui}/**/*.{ts,tsx}"],
    plugins: { "react-hooks": hooks },
    rules: hooks.configs.recommended.rules,
  },
  {
    files: ["web/app/**", "*.config.ts", "web/*.config.ts", "cli/src/stylelint/plugin.ts"],
    rules: { "no-restricted-syntax": ["error", namedFields, oneBeginning] },
  },
  {
    files: ["web/features/**", "web/ui/**"],
    ignores: [
      "web/features/workbench/use-bench.ts",
      "web/features/workbench/facets/{rows,baseline}.tsx",
      "web/features/compare/compare-page.tsx",
      "web/features/try/{try-page.tsx,measure-areas.ts}",
      "web/features/hand-off/inspect-at.tsx",
      "web/ui/measure.ts",
    ],
    rules: { "no-restricted-syntax": ["error", ...everywhere, handedDown] },
  },
  {
    files: ["web/server/**"],
    ignores: ["web/server/database/transaction.ts"],
    rules: { "no-restricted-syntax": ["error", oneBeginning] },
  },
  {
    files: ["**/*.mjs"],
    languageOptions: {
      globals: {
        process: "readonly",
        console: "readonly",
        setTimeout: "readonly",
        setImmediate: "readonly",
        setInterval: "readonly",
        clearInterval: "readonly",
        Buffer: "readonly",
        fetch: "readonly",
        URL: "readonly",
        URLSearchParams: "readonly",
        performance: "readonly",
        requestAnimationFrame: "readonly",
        AbortController: "readonly",
        AbortSignal: "readonly",
      },
    },
  },
  boundary(
    ["core/src/**"],
    [
      {
        group: ["@/*", "**/web/**", "next", "next/*", "react", "react-dom", "react-bootstrap", "postgres"],
        message: "core knows nothing of the application.",
      },
      { group: ["node:*", "fs", "path", "crypto", "os", "child_process", "http"], message: "core is pure: no Node API." },
    ],
  ),
  boundary(
    ["cli/src/**"],
    [
      coreByIndex,
      { group: ["@/*", "**/web/**", "react", "next", "postgres"], message: "The command knows core and nothing of the application." },
    ],
  ),
  boundary(
    ["web/wire/**"],
    [
      coreByIndex,
      noApp,
      sqlAtHome,
      { group: ["@/features/*", "@/server/*", "@/ui/*", "@/draft/*"], message: "Both sides know the wire; it knows neither." },
    ],
  ),
  boundary(["web/ui/**"], [coreByIndex, noApp, sqlAtHome, { group: ["@/features/*", "@/server/*"], message: "ui imports only core." }]),
  boundary(
    ["web/draft/**"],
    [coreByIndex, noApp, sqlAtHome, { group: ["@/features/*", "@/server/*"], message: "The draft knows no feature." }],
  ),
  boundary(
    ["web/features/**"],
    [
      coreByIndex,
      noApp,
      sqlAtHome,
      { group: ["@/features/*", "../*"], message: "Features never import each other's inside." },
      { group: ["@/server/*"], message: "Features take the server's types only.", types: true },
    ],
    ["web/features/*/*/**"],
  ),
  // Rooms within a feature know each other, and no other feature.
  boundary(
    ["web/features/*/*/**"],
    [
      coreByIndex,
      noApp,
      sqlAtHome,
      { group: ["@/features/*", "../../*"], message: "Features never import each other's inside." },
      { group: ["@/server/*"], message: "Features take the server's types only.", types: true },
    ],
  ),
  boundary(["web/server/**"], serverWide),
  ...serverRooms.map((room, index) =>
    boundary(
      [`web/server/${room}/**`],
      [
        ...serverWide,
        ...serverRooms.slice(index + 1).map((later) => ({
          group: [`../${later}/*`, `@/server/${later}/*`],
          message: `${room} knows nothing of ${later}: rooms of the server import those before them (docs/architecture.md).`,
        })),
      ],
    ),
  ),
  boundary(["web/app/**"], [coreByIndex, sqlAtHome, noOwnTransaction]),
);
