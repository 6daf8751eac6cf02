/** A private PostgreSQL cluster that runs. */
export type Cluster = {
  readonly url: string;
  readonly data: string;
  /** Whether it was running already. */
  readonly taken: boolean;
  readonly stop: () => unknown;
  /** From now on the server is started again where it dies. */
  readonly keep: () => void;
  /** Kills the server without warning and starts it again at the same address. */
  readonly crash: () => Promise<void>;
};
export declare const startCluster: (name: string) => Promise<Cluster>;
