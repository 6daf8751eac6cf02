import type { Follower } from "@/server/specs/follow";
import type { Project } from "@/server/projects/projects";

/** Who uses a spec: projects with the version each is on. */
export const UsedBy = ({
  projects,
  total,
  specId,
}: {
  readonly projects: readonly Project[];
  readonly total: number;
  readonly specId: number;
}) => (
  <section className="card-plain side-card" aria-labelledby="used-by-title">
    <h2 id="used-by-title">Who is affected</h2>
    {projects.length === 0 && <p className="quiet mb-0">No project uses this spec yet.</p>}
    <ul className="plain-list">
      {projects.map(({ id, name, owner, uses }) => (
        <li key={id}>
          {name}, on <span className="num">{uses.find((use) => use.specId === specId)?.number}</span>
          <span className="quiet d-block">{owner} is told when you publish</span>
        </li>
      ))}
    </ul>
    {total > projects.length && <p className="quiet mb-0">and {total - projects.length} more</p>}
  </section>
);

/** Which specs follow one: those of the reader's teams by name, the others by how many; nothing where none does. */
export const FollowedBy = ({ followers, total }: { readonly followers: readonly Follower[]; readonly total: number }) =>
  total === 0 ? null : (
    <section className="card-plain side-card" aria-labelledby="followed-by-title">
      <h2 id="followed-by-title">
        {total} {total === 1 ? "spec follows" : "specs follow"} this
      </h2>
      <ul className="plain-list">
        {followers.map(({ team, teamName, spec, name, version }) => (
          <li key={`${team}/${spec}`}>
            <a href={`/specs/${team}/${spec}`}>{name}</a> <span className="num">{version}</span>
            <span className="quiet d-block">of {teamName}; its leads are told when you publish</span>
          </li>
        ))}
      </ul>
      {total > followers.length && (
        <p className="quiet mb-0">
          {followers.length > 0 && "and "}
          {total - followers.length} {followers.length > 0 ? "more" : "of teams you are not in"}
        </p>
      )}
    </section>
  );
