import { drawnHandOff } from "@/features/hand-off/drawn";
import { drawnReview } from "@/features/publish/drawn";
import { setPriority } from "node:os";
import type { HeavyTask } from "@/server/heavy/kinds";
import { fileOf, valueOf } from "@/server/heavy/tasks";

// What a worker of the server does (`server/heavy/pool.ts`), built to one file by `build-server.ts`.

// Behind the thread that answers everybody, where there are more of them than processors. On Linux this is the thread's own.
try {
  setPriority(10);
} catch {
  // A system that does not allow it has no more to say than that.
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
    case "counts":
    case "publishable":
      return valueOf(task);
    default:
      return fileOf(task);
  }
};
