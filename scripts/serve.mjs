import { spawn } from "node:child_process";
import { createServer } from "node:net";
import { join } from "node:path";
import { root } from "./install.mjs";
import { Stop } from "./say.mjs";

/** A port of loopback that nothing listens on. */
export const freePort = () =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.on("error", reject);
    server.listen(0, "127.0.0.1", () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });

/** Throws a Stop with a way out when a port of loopback is taken. */
export const requireFreePort = (port) =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.on("error", (error) =>
      reject(
        new Stop(
          error.code === "EADDRINUSE"
            ? `Port ${port} is taken by another program. Stop that one, or choose a port: PORT=${port + 1} npm start`
            : `Port ${port} cannot be used (${error.code}). Choose another: PORT=3000 npm start`,
        ),
      ),
    );
    server.listen(port, "127.0.0.1", () => server.close(resolve));
  });

/** Starts the built application; resolves when it answers. */
export const serve = (port, env) =>
  new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ["--import", "tsx", join(root, "web", "server.mjs")], {
      cwd: join(root, "web"),
      stdio: ["ignore", "pipe", "inherit"],
      env: { ...process.env, NODE_ENV: "production", NEXT_TELEMETRY_DISABLED: "1", ...env, PORT: String(port) },
    });
    child.stdout.on("data", (data) => {
      if (String(data).includes("listening")) resolve(child);
      else process.stdout.write(data);
    });
    child.on("exit", (code) => reject(new Stop(`The application ended (${code}) before it answered; its words are above.`)));
  });

/**
 * What a start has running, and how all of it ends, on a signal or after a fault: the application by itself, with what it
 * answers answered, and the database after it.
 */
export const runningParts = (atEnd = () => undefined) => {
  const parts = { application: null, cluster: null };
  let stopping = false;
  const stop = (code) => {
    if (stopping) return;
    stopping = true;
    Promise.resolve(parts.application?.stop()).finally(() => {
      parts.cluster?.stop();
      atEnd();
      process.exit(code);
    });
  };
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"]) process.on(signal, () => stop(0));
  return { parts, stop };
};

/** A process that ended sooner than this after its start, ms, is waited for longer before the next one. */
const soon = 30_000;
const longestPause = 30_000;

/**
 * Keeps the built application running: one that ends is started again, after a pause that grows while it ends soon.
 * Resolves when the first one answers; the answer tells how to stop, and which process runs now.
 */
export const keepServing = async (port, env) => {
  let stopped = false;
  let pause = 500;
  let child = await serve(port, env);
  let startedAt = performance.now();
  const watch = () => {
    child.once("exit", async (code, signal) => {
      if (stopped) return;
      pause = performance.now() - startedAt < soon ? Math.min(longestPause, pause * 2) : 500;
      process.stderr.write(`The application ended (${signal ?? code}); it is started again in ${pause / 1000} s.\n`);
      while (!stopped) {
        await new Promise((resolve) => setTimeout(resolve, pause));
        if (stopped) return;
        startedAt = performance.now();
        try {
          child = await serve(port, env);
          if (stopped) child.kill("SIGTERM");
          return watch();
        } catch (error) {
          pause = Math.min(longestPause, pause * 2);
          process.stderr.write(`${error.message} Again in ${pause / 1000} s.\n`);
        }
      }
    });
  };
  watch();
  return {
    pid: () => child.pid,
    /** Ends the application; resolves when it has ended, which it does once what it answers is answered. */
    stop: () => {
      stopped = true;
      if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
      const ended = new Promise((resolve) => child.once("exit", resolve));
      child.kill("SIGTERM");
      return ended;
    },
  };
};
