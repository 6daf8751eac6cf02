import { type ChildProcess, spawn } from "node:child_process";
import { createServer } from "node:net";
import { join } from "node:path";
import type { Cluster } from "./cluster";
import { root } from "./run-script";
import { Stop, wordsOf } from "./terminal";

/** A port of loopback that nothing listens on. */
export const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.on("error", reject);
    server.listen(0, "127.0.0.1", () => {
      const address = server.address();
      server.close(() => (typeof address === "object" && address ? resolve(address.port) : reject(new Error("no port was given"))));
    });
  });

/** Throws a Stop with a way out when a port of loopback is taken. */
export const requireFreePort = (port: number): Promise<void> =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.on("error", (error: NodeJS.ErrnoException) =>
      reject(
        new Stop(
          error.code === "EADDRINUSE"
            ? `Port ${port} is taken by another program. Stop that one, or choose a port: PORT=${port + 1} npm start`
            : `Port ${port} cannot be used (${error.code}). Choose another: PORT=3000 npm start`,
        ),
      ),
    );
    server.listen(port, "127.0.0.1", () => server.close(() => resolve()));
  });

/** Starts the application, built unless `env` says otherwise; resolves when it answers. */
export const serve = (port: number, env: NodeJS.ProcessEnv): Promise<ChildProcess> =>
  new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [join(root, "web", "dist", "server.mjs")], {
      cwd: join(root, "web"),
      stdio: ["ignore", "pipe", "inherit"],
      env: { ...process.env, NODE_ENV: "production", NEXT_TELEMETRY_DISABLED: "1", ...env, PORT: String(port) },
    });
    child.stdout.on("data", (data: Buffer) => {
      if (data.toString().includes("listening")) resolve(child);
      else process.stdout.write(data);
    });
    child.on("exit", (code) => reject(new Stop(`The application ended (${code}) before it answered; its words are above.`)));
  });

/** What a script has running; null while it is not started. */
export type RunningParts = { application: Kept | null; cluster: Cluster | null };

/**
 * What a start has running, and how all of it ends, on a signal or after a fault: the application first, once it has
 * answered what it was asked, and the database after it.
 */
export const runningParts = (
  atEnd: () => void = () => undefined,
): { readonly parts: RunningParts; readonly stop: (code: number) => void } => {
  const parts: RunningParts = { application: null, cluster: null };
  let stopping = false;
  const stop = (code: number): void => {
    if (stopping) return;
    stopping = true;
    void Promise.resolve(parts.application?.stop()).finally(() => {
      parts.cluster?.stop();
      atEnd();
      process.exit(code);
    });
  };
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(signal, () => stop(0));
  return { parts, stop };
};

/** A process that ends sooner than this after its start, ms, is waited for longer before the next one. */
const soon = 30_000;
const longestPause = 30_000;

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** An application that is kept running: which process it is now, and how it ends. */
export type Kept = {
  readonly pid: () => number | undefined;
  /** Ends the application; resolves when it has ended, which it does once it has answered what it was asked. */
  readonly stop: () => Promise<void>;
};

/** Keeps the application running: one that ends is started again, after a pause that grows while it ends soon. */
export const keepServing = async (port: number, env: NodeJS.ProcessEnv): Promise<Kept> => {
  let stopped = false;
  let wait = 500;
  let child = await serve(port, env);
  let startedAt = performance.now();
  const restart = async (): Promise<void> => {
    for (;;) {
      await pause(wait);
      if (stopped) return;
      startedAt = performance.now();
      try {
        child = await serve(port, env);
        if (stopped) child.kill("SIGTERM");
        return watch();
      } catch (error) {
        wait = Math.min(longestPause, wait * 2);
        process.stderr.write(`${wordsOf(error)} Again in ${wait / 1000} s.\n`);
      }
    }
  };
  const watch = (): void => {
    child.once("exit", (code, signal) => {
      if (stopped) return;
      wait = performance.now() - startedAt < soon ? Math.min(longestPause, wait * 2) : 500;
      process.stderr.write(`The application ended (${signal ?? code}); it is started again in ${wait / 1000} s.\n`);
      void restart();
    });
  };
  watch();
  return {
    pid: () => child.pid,
    stop: () => {
      stopped = true;
      if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
      const ended = new Promise<void>((resolve) => child.once("exit", () => resolve()));
      child.kill("SIGTERM");
      return ended;
    },
  };
};
