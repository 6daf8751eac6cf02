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
