import { boxListJson, parseDecimal } from "@ypsiline/core";
import { textCommand } from "../command";
import { requiredText, text } from "../options";
import { ask, type Instance, instanceOf, refusalOf } from "../registry/api";
import { type Result, success, refused } from "../result";
import { readSource } from "../source";
import { readBoxes } from "./fit";

type Design = { readonly id: number; readonly name: string; readonly width: number; readonly boxes: number };
type Misfits = { readonly edges: { readonly on: number; readonly near: number; readonly off: number } };

const pathOf = ({ team, spec }: Instance): string => `/specs/${team}/${spec}/designs`;

/** The saved designs, and how each stands on the draft's grid. */
const list = async (instance: Instance): Promise<Result<string>> => {
  const lines: string[] = [];
  for (let page = 1, more = true; more; page += 1) {
    const answer = await ask(instance, `${pathOf(instance)}?page=${page}`);
    if (!answer.ok) return answer;
    if (answer.value.status !== 200) return refused(refusalOf(answer.value));
    for (const { id, name, width, boxes } of answer.value.data["designs"] as readonly Design[]) {
      const fit = await ask(instance, `${pathOf(instance)}/${id}/fit`);
      if (!fit.ok) return fit;
      const { edges } = fit.value.data as Misfits;
      const stands =
        fit.value.status === 200 ? `${edges.on} edges on the grid, ${edges.near} near, ${edges.off} off` : refusalOf(fit.value);
      lines.push(`${name}: ${width} px wide, ${boxes} ${boxes === 1 ? "box" : "boxes"}; ${stands}`);
    }
    more = answer.value.data["more"] === true;
  }
  return success(lines.length === 0 ? `${instance.name} has no saved designs.\n` : `${lines.join("\n")}\n`);
};

export const designs = textCommand({
  name: "designs",
  arguments: "<action> [file]",
  example: "designs put FILE --to @team/spec",
  summary: "save a box list, drawing or table as a design of a spec (put), or list how each stands on the draft's grid (list)",
  options: {
    to: requiredText("--to <spec>", "the spec, like @team/spec"),
    name: text("--name <name>", "name of the design; one that has it is replaced (default: the file's)"),
    width: text("--width <px>", "width of a table's page (default: as wide as its boxes)"),
  },
  run: async (world, [action = "", file], { to, name, width, registry }) => {
    if (action !== "put" && action !== "list") return refused(`designs takes put or list, not ${action}`);
    const instance = await instanceOf(world, to, registry);
    if (!instance.ok) return instance;
    if (action === "list") return list(instance.value);
    if (file === undefined) return refused("Name the file of the design: ypsiline designs put FILE --to @team/spec");
    const px = width === undefined ? null : parseDecimal(width);
    if (width !== undefined && !px) return refused(`--width must be a number of px, not ${width}`);
    const source = await readSource(world, file, registry);
    if (!source.ok) return source;
    const boxes = readBoxes(file, source.value.text, px);
    if (!boxes.ok) return boxes;
    const called = name ?? file.replace(/^.*\//, "").replace(/\.[^.]+$/, "");
    const done = await ask(instance.value, pathOf(instance.value), {
      method: "POST",
      body: { name: called, list: boxListJson(boxes.value) },
    });
    if (!done.ok) return done;
    return done.value.status === 201 ? success(`${called} is saved beside ${to}.\n`) : refused(refusalOf(done.value));
  },
});
