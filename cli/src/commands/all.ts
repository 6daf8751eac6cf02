import type { Command } from "../command";
import { check } from "./check";
import { designs } from "./designs";
import { diff } from "./diff";
import { exportCommand } from "./export";
import { fit } from "./fit";
import { lint } from "./lint";
import { outdated } from "./outdated";
import { publish } from "./publish";
import { pull } from "./pull";
import { push } from "./push";
import { resolve } from "./resolve";
import { review } from "./review";

/** Every command, in the order that help and docs/command.md list them. */
export const commands: readonly Command[] = [
  check,
  exportCommand,
  resolve,
  diff,
  fit,
  lint,
  pull,
  outdated,
  push,
  review,
  publish,
  designs,
];
