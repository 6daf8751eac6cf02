"use client";

import type { Issue } from "@ypsiline/core";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { PathValues, PostKey, Sent, Told } from "@/wire/routes";
import { send } from "./request";

/** An action sent to the server: whether it is under way, and what was wrong with it. */
export type Mutation = {
  readonly busy: boolean;
  readonly fault: string;
  /** Faults by path ("/email"). */
  readonly issues: readonly Issue[];
  /** Sends it. Returns true after success, when the page is fetched again. */
  readonly send: <Key extends PostKey>(
    key: Key,
    params: PathValues<Key>,
    body: Sent<Key>,
    done?: (value: Told<Key>) => void,
  ) => Promise<boolean>;
};

export const useMutation = (): Mutation => {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState("");
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  return {
    busy,
    fault,
    issues,
    send: async (key, params, body, done) => {
      setBusy(true);
      setFault("");
      setIssues([]);
      const answer = await send(key, params, body);
      setBusy(false);
      if (answer.ok) {
        done?.(answer.value);
        router.refresh();
        return true;
      }
      setFault(answer.fault.detail);
      setIssues(answer.fault.issues);
      if (answer.fault.status === 409) router.refresh();
      return false;
    },
  };
};
