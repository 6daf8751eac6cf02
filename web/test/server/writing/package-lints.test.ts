import { checkPackage, createPackageFromTarballData } from "@arethetypeswrong/core";
import { layoutSchema, packageFiles } from "@ypsiline/core";
import { publint } from "publint";
import { describe, expect, it } from "vitest";
import { demoLayouts } from "../../../../core/test/demo-layouts";
import { tarballOf } from "@/server/writing/tarball";

const [first] = demoLayouts;
if (!first) throw new Error("no demo layout");
const layouts = [first, layoutSchema.parse({ ...first, stylesheet: { prefix: "ferry", layer: "app.ferry", scope: ".ferry" } })];

describe("the package of a version, as tools for package authors see it", () => {
  it("is without a fault for publint, and its types are right for arethetypeswrong, at every entry", async () => {
    for (const layout of layouts) {
      const files = packageFiles({
        name: "@skerry/passenger-booking",
        version: "2.1.0",
        description: "",
        layout,
        home: "https://layouts.example/specs/skerry/passenger-booking",
        changes: [],
      });
      const { bytes } = await tarballOf(files);
      const { messages } = await publint({
        pkgDir: "package",
        pack: { files: files.map(({ path, text }) => ({ name: `package/${path}`, data: new TextEncoder().encode(text) })) },
      });
      expect(messages).toEqual([]);
      const analysed = await checkPackage(createPackageFromTarballData(bytes));
      if (!analysed.types) throw new Error("no types");
      expect(Object.keys(analysed.entrypoints)).toContain("./resolve.js");
      // The package is of modules alone, and TypeScript's resolution of 2014 (node10) knows no entries. A Sass file has no types.
      const counted = analysed.problems.filter(
        (problem) =>
          !("resolutionKind" in problem && ["node10", "node16-cjs"].includes(problem.resolutionKind)) &&
          !("entrypoint" in problem && problem.entrypoint.endsWith(".scss")),
      );
      // The overlay's types say nothing, for importers of both kinds.
      expect(counted.filter(({ kind }) => kind !== "FalseCJS")).toEqual([]);
      expect(counted.map((problem) => "implementationFileName" in problem && problem.implementationFileName)).toEqual([
        "/node_modules/@skerry/passenger-booking/overlay.js",
      ]);
    }
  });
});
