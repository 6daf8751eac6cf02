import { createHash, randomBytes } from "node:crypto";
import { spawnSync } from "node:child_process";
import { chmodSync, chownSync, existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { installPostgres, isRoot } from "./install";
import { root } from "./run-script";
import { freePort } from "./serve";
import { print, Stop, wordsOf } from "./terminal";

/** A private PostgreSQL cluster that runs. */
export type Cluster = {
  readonly url: string;
  /** The folder of its data. */
  readonly data: string;
  /** Whether it was running already. */
  readonly taken: boolean;
  readonly stop: () => void;
  /** From now on a server that dies is started again. */
  readonly keep: () => void;
  /** Kills the server as a failing machine would, and starts it again at the same address; for tests. */
  readonly crash: () => Promise<void>;
};

type User = { readonly name: string; readonly uid: number; readonly gid: number };

/** PostgreSQL refuses to run as root; the user its Debian package makes, or else nobody, runs it then. */
const unprivilegedUser = (): User | null => {
  if (!isRoot) return null;
  for (const name of ["postgres", "nobody"]) {
    const line = readFileSync("/etc/passwd", "utf8")
      .split("\n")
      .find((entry) => entry.startsWith(`${name}:`));
    if (line) return { name, uid: Number(line.split(":")[2]), gid: Number(line.split(":")[3]) };
  }
  throw new Stop(
    "PostgreSQL cannot run as root and there is no user postgres or nobody to run it. Start Ypsiline as another user, or set DATABASE_URL.",
  );
};

const identity = (user: User | null): { readonly uid?: number; readonly gid?: number } => (user ? { uid: user.uid, gid: user.gid } : {});

const canReach = (folder: string, user: User): boolean => spawnSync("test", ["-x", folder], { ...identity(user), cwd: "/" }).status === 0;

/**
 * The folder of the cluster: a git-ignored one in the clone, or, if the unprivileged user cannot enter the clone (a
 * home of root's), one under /var/tmp named after it.
 */
const clusterFolder = (name: string, user: User | null): string => {
  const inside = join(root, name);
  mkdirSync(inside, { recursive: true });
  if (!user || canReach(inside, user)) return inside;
  const outside = join("/var/tmp", `ypsiline-${createHash("sha256").update(inside).digest("hex").slice(0, 12)}`);
  print(`The database's user ${user.name} cannot enter ${dirname(inside)}; its files are kept in ${outside}.`);
  mkdirSync(outside, { recursive: true });
  return outside;
};

const alive = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === "EPERM";
  }
};

/** The process in a lock file of PostgreSQL, if it is alive and a postgres; else 0. */
const lockHolder = (lock: string): number => {
  if (!existsSync(lock)) return 0;
  const pid = Number(readFileSync(lock, "utf8").split("\n")[0]);
  if (!(pid > 0) || !alive(pid)) return 0;
  try {
    return readFileSync(`/proc/${pid}/cmdline`, "utf8").includes("postgres") ? pid : 0;
  } catch {
    return pid;
  }
};

/** Makes (once) and starts a private PostgreSQL cluster on loopback. Returns its address and how to stop it. */
export const startCluster = async (name: string): Promise<Cluster> => {
  const bin = installPostgres();
  const user = unprivilegedUser();
  const folder = clusterFolder(name, user);
  const data = join(folder, "cluster");
  const ready = join(folder, "cluster-made");
  const secret = join(folder, "password");
  const log = join(folder, "postgres.log");
  const tool = (program: string, args: readonly string[]) =>
    spawnSync(join(bin, program), args, { ...identity(user), cwd: "/", encoding: "utf8", stdio: ["ignore", "pipe", "pipe"] });

  if (existsSync(data) && !existsSync(ready)) {
    const aside = `${data}-half-made-${Date.now()}`;
    renameSync(data, aside);
    print(`A database cluster was left half made; it was moved aside to ${aside} (delete it when you like) and a new one is made.`);
  }
  if (!existsSync(data)) {
    print("Making a private database cluster …");
    if (user) chownSync(folder, user.uid, user.gid);
    writeFileSync(secret, randomBytes(24).toString("hex"), { mode: 0o600 });
    if (user) chownSync(secret, user.uid, user.gid);
    const made = tool("initdb", [
      "-D",
      data,
      "-U",
      "ypsiline",
      "--auth=scram-sha-256",
      `--pwfile=${secret}`,
      "--encoding=UTF8",
      "--locale=C.UTF-8",
      "--no-instructions",
    ]);
    if (made.status !== 0) {
      rmSync(data, { recursive: true, force: true });
      throw new Stop(
        `PostgreSQL could not make a cluster in ${data}:\n${made.stderr}\nFree disk space or set DATABASE_URL to a database of your own.`,
      );
    }
    writeFileSync(ready, new Date().toISOString());
  }
  chmodSync(data, 0o700);

  const lock = join(data, "postmaster.pid");
  const launch = (port: number): void => {
    const options = `-h 127.0.0.1 -p ${port} -c unix_socket_directories='' -c max_connections=60 -c shared_buffers=64MB`;
    const started = tool("pg_ctl", ["-D", data, "-l", log, "-w", "-t", "60", "-o", options, "start"]);
    if (started.status === 0) return;
    const words = existsSync(log) ? readFileSync(log, "utf8").split("\n").slice(-8).join("\n") : started.stderr;
    throw new Stop(
      `PostgreSQL did not start. Its last words:\n${words}\nIf the cluster is damaged, move ${folder} away and start again, or set DATABASE_URL.`,
    );
  };
  const crash = async (port: number): Promise<void> => {
    process.kill(lockHolder(lock), "SIGKILL");
    // Its children notice and end; until then the new one may not start.
    for (let tries = 0; ; tries += 1) {
      await new Promise((resolve) => setTimeout(resolve, 500));
      try {
        return launch(port);
      } catch (error) {
        if (tries >= 20) throw error;
      }
    }
  };
  let keeping: NodeJS.Timeout | undefined;
  const stop = (): void => {
    clearInterval(keeping);
    tool("pg_ctl", ["-D", data, "-m", "fast", "-w", "-t", "30", "stop"]);
  };
  /** Checks every two seconds whether the server is alive, and starts it again at its address if not. */
  const keep = (port: number): void => {
    keeping ??= setInterval(() => {
      if (lockHolder(lock)) return;
      print("The database has died; it is started again.");
      try {
        launch(port);
      } catch (error) {
        process.stderr.write(`${wordsOf(error)}\nIt is tried again.\n`);
      }
    }, 2_000);
  };
  if (existsSync(lock)) {
    if (lockHolder(lock)) {
      print("The database of an earlier start is still running; it is taken over.");
      const port = Number(readFileSync(lock, "utf8").split("\n")[3]);
      return { url: urlOf(secret, port), taken: true, stop, data, keep: () => keep(port), crash: () => crash(port) };
    }
    print("A stale lock file of the database was left by a crash; it is removed.");
    rmSync(lock);
  }
  const port = await freePort();
  launch(port);
  return { url: urlOf(secret, port), taken: false, stop, data, keep: () => keep(port), crash: () => crash(port) };
};

/** Copies a stopped cluster over the one in `to`, which is ended if an interrupted run has left it running. */
export const copyCluster = (from: string, to: string): void => {
  const user = unprivilegedUser();
  const [source, target] = [clusterFolder(from, user), clusterFolder(to, user)];
  const left = lockHolder(join(target, "cluster", "postmaster.pid"));
  if (left) process.kill(left, "SIGQUIT");
  rmSync(target, { recursive: true, force: true });
  // Unlike cpSync, cp keeps the owner, without whom PostgreSQL does not start.
  if (spawnSync("cp", ["-a", source, target]).status !== 0) throw new Stop(`The cluster in ${source} could not be copied to ${target}.`);
};

const urlOf = (secret: string, port: number): string =>
  `postgres://ypsiline:${readFileSync(secret, "utf8").trim()}@127.0.0.1:${port}/postgres`;
