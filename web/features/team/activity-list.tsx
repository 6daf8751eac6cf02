import type { Activity } from "@/server/activity";
import { timeText } from "@/ui/dates";

type Props = {
  readonly team: string;
  readonly spec: string | null;
  readonly entries: readonly Activity[];
  readonly specs: readonly { readonly spec: string; readonly name: string }[];
};

/** What was done in the team or to one spec, the latest first, and its export. */
export const ActivityList = ({ team, spec, entries, specs }: Props) => {
  const query = spec === null ? "" : `spec=${spec}&`;
  return (
    <section aria-labelledby="activity-title">
      <h2 id="activity-title">Activity</h2>
      <form method="get" className="inline-form small mb-2">
        <input type="hidden" name="show" value="activity" />
        <select name="spec" className="form-select form-select-sm" aria-label="Of" defaultValue={spec ?? ""}>
          <option value="">The whole team</option>
          {specs.map((one) => (
            <option key={one.spec} value={one.spec}>
              {one.name}
            </option>
          ))}
        </select>
        <button className="btn btn-sm btn-quiet">Show</button>
        <a className="btn btn-sm btn-quiet" href={`/api/teams/${team}/activity?${query}format=csv`} download={`${team}-activity.csv`}>
          Export CSV
        </a>
        <a className="btn btn-sm btn-quiet" href={`/api/teams/${team}/activity?${query}format=json`} download={`${team}-activity.json`}>
          Export JSON
        </a>
      </form>
      <div className="table-scroll card-plain">
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
                <td className="num">{timeText(entry.at)}</td>
                <td>{entry.person ?? "–"}</td>
                <td>{specs.find((one) => one.spec === entry.spec)?.name ?? entry.spec ?? "–"}</td>
                <td className="wraps">{entry.words}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {entries.length === 0 && <p className="quiet">Nothing was done yet.</p>}
    </section>
  );
};
