import type { ChildProcess } from "node:child_process";

export function freePort(): Promise<number>;
export function requireFreePort(port: number): Promise<void>;
export function serve(port: number, env: Record<string, string | undefined>): Promise<ChildProcess>;
export function keepServing(
  port: number,
  env: Record<string, string | undefined>,
): Promise<{ readonly pid: () => number | undefined; readonly stop: () => Promise<unknown> }>;
