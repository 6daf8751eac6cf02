"use client";

import { useRouter } from "next/navigation";
import type { NamedActivity } from "@/server/happenings/activity";
import { timeText } from "@/ui/dates";
import { type Choosable, SpecChoice } from "@/ui/spec-choice";
import { TableScroll } from "@/ui/table-scroll";

type Props = {
  readonly team: string;
  readonly spec: Choosable | null;
  readonly entries: readonly NamedActivity[];
};

/** What was done in the team or to one spec, the latest first, and its export. */
export const ActivityList = ({ team, spec, entries }: Props) => {
  const router = useRouter();
  const query = spec === null ? "" : `spec=${spec.spec}&`;
  return (
    <section aria-labelledby="activity-title">
      <h2 id="activity-title">Activity</h2>
      <div className="inline-form small mb-2">
        <SpecChoice
          label="Of one spec"
          team={team}
          chosen={spec}
          small
          placeholder="Of the whole team; or the name of a spec"
          onChoose={(chosen) => router.push(`/teams/${team}?show=activity${chosen ? `&spec=${chosen.spec}` : ""}`)}
        />
        <a className="btn btn-sm btn-quiet" href={`/api/teams/${team}/activity?${query}format=csv`} download={`${team}-activity.csv`}>
          Export CSV
        </a>
        <a className="btn btn-sm btn-quiet" href={`/api/teams/${team}/activity?${query}format=json`} download={`${team}-activity.json`}>
          Export JSON
        </a>
      </div>
      <TableScroll label="Activity" className="card-plain">
        <table className="people">
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">Who</th>
              <th scope="col">Spec</th>
              <th scope="col">What</th>
            </tr>
          </thead>
          <tbody>
            {entries.map((entry, index) => (
              <tr key={index}>
                <td className="num">{timeText(new Date(entry.at))}</td>
                <td>
                  {entry.person ?? "–"}
                  {entry.token !== null && <span className="quiet"> with the token {entry.token}</span>}
                </td>
                <td>{entry.specName ?? entry.spec ?? "–"}</td>
                <td className="wraps">{entry.words}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </TableScroll>
      {entries.length === 0 && <p className="quiet">No activity yet.</p>}
    </section>
  );
};
