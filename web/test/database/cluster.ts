import type { TestProject } from "vitest/node";
import { startCluster } from "../../../scripts/cluster";

declare module "vitest" {
  export interface ProvidedContext {
    readonly databaseUrl: string;
  }
}

/** One cluster for all tests of the server's modules. Each test file makes its own schema in it (`schema.ts`). */
export const setup = async (project: TestProject): Promise<() => void> => {
  const cluster = await startCluster(".data-unit");
  project.provide("databaseUrl", cluster.url);
  return cluster.stop;
};
