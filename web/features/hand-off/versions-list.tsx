import type { VersionSummary } from "@/server/specs/versions";
import { dayText } from "@/ui/dates";
import { TableScroll } from "@/ui/table-scroll";

/** Versions of a spec, the latest first: when, by whom, what was written of each, and what it changed. */
export const VersionsList = ({
  path,
  versions,
  mayReview,
}: {
  readonly path: string;
  readonly versions: readonly VersionSummary[];
  /** Whether its reader may see the draft that the first version is published from. */
  readonly mayReview: boolean;
}) =>
  versions.length === 0 ? (
    <p className="card-plain p-3">
      No versions yet. A version is what developers build from; it never changes once published.{" "}
      {mayReview && <a href={`${path}/publish`}>Review the draft and publish the first one.</a>}{" "}
      <a href="/guide/review-and-publishing">About versions</a>
    </p>
  ) : (
    <TableScroll label="Versions" className="card-plain">
      <table className="people">
        <thead>
          <tr>
            <th scope="col">Version</th>
            <th scope="col">Published</th>
            <th scope="col">By</th>
            <th scope="col">Note</th>
            <th scope="col">
              <span className="visually-hidden">What it changed</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {versions.map(({ id, number, note, publishedAt, publishedBy, withdrawn }, index) => (
            <tr key={id}>
              <td className="num">
                <a href={`${path}/versions/${number}`}>{number}</a>
              </td>
              <td>{dayText(publishedAt)}</td>
              <td>{publishedBy}</td>
              <td className="wraps">
                {withdrawn && <span className="tag problem">Withdrawn: {withdrawn.reason}</span>} {note}
              </td>
              <td>
                {versions[index + 1] && <a href={`${path}/compare?a=${versions[index + 1]?.number ?? ""}&b=${number}`}>What it changed</a>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </TableScroll>
  );
