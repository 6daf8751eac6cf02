import type { Sql } from "../database/database";
import type { Person } from "../identity/people";
import type { Doing } from "./publishing";
import { readDraftFacts } from "./specs";

/** A spec as letters and logs name it. */
export type AboutSpec = {
  readonly specId: number;
  readonly teamId: number;
  readonly name: string;
  readonly path: string;
  readonly personId: number;
  readonly person: string;
  readonly revision: number;
};

export const aboutSpec = async (sql: Sql, doing: Doing, person: Person): Promise<AboutSpec | null> => {
  const draft = await readDraftFacts(sql, doing.specId);
  return (
    draft && {
      specId: doing.specId,
      teamId: doing.teamId,
      name: draft.name,
      path: `/specs/${doing.team}/${doing.spec}`,
      personId: person.id,
      person: person.name,
      revision: draft.revision,
    }
  );
};
