import { drawnHandOff } from "@/features/hand-off/drawn";
import { drawnReview } from "@/features/publish/drawn";
import { setPriority } from "node:os";
import type { HeavyTask } from "@/server/heavy/kinds";
import { fileOf, valueOf } from "@/server/heavy/tasks";

// What a worker of the server does (`server/heavy/pool.ts`), built to one file by `build-server.ts`.

// Lower priority than the thread that answers everybody, which matters if there are more threads than processors. On
// Linux, priority is per thread.
try {
  setPriority(10);
} catch {
  // If the system does not allow it, nothing else changes.
}

/** Does one task. Everything a user can mend comes back as a problem. */
export const runTask = (task: HeavyTask): unknown => {
  switch (task.kind) {
    case "hand-off":
      return { ok: true, value: drawnHandOff(task) };
    case "review":
      return { ok: true, value: drawnReview(task) };
    case "version":
    case "begun":
    case "save":
    case "rewrite":
    case "follow":
    case "counts":
    case "publishable":
      return valueOf(task);
    default:
      return fileOf(task);
  }
};
