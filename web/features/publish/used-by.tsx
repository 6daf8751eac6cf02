import type { Project } from "@/server/projects";

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
    <h2 id="used-by-title">Used by</h2>
    {projects.length === 0 && <p className="quiet mb-0">No project has said that it uses this spec.</p>}
    <ul className="plain-list">
      {projects.map(({ id, name, owner, uses }) => (
        <li key={id}>
          <strong>{name}</strong> <span className="num">{uses.find((use) => use.specId === specId)?.number}</span>
          <span className="quiet d-block">{owner} is told when a version comes out</span>
        </li>
      ))}
    </ul>
    {total > projects.length && <p className="quiet mb-0">and {total - projects.length} more</p>}
  </section>
);
