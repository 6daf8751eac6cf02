"use client";

import { useState } from "react";
import type { Behind, Project, ProjectUse } from "@/server/projects/projects";
import type { AccessToken } from "@/server/identity/tokens";
import { FormField } from "@/ui/form-field";
import { type Choosable, SpecChoice } from "@/ui/spec-choice";
import { useMutation } from "@/ui/use-mutation";
import type { TokenScope } from "@/wire/shapes";
import { ProjectTokens } from "./project-tokens";

type Props = {
  readonly team: string;
  readonly projects: readonly Project[];
  readonly tokens: readonly AccessToken[];
  /** The scopes that the person may give a token. */
  readonly scopes: readonly TokenScope[];
  /** What was searched for, and whether there are so many that searching helps. */
  readonly searched: string | null;
  readonly findable: boolean;
  readonly self: number;
  readonly mayMake: boolean;
  readonly mayManageAll: boolean;
};

const counted = ["no", "one", "two", "three", "four", "five"];

/** "behind by 2 versions, one of them major". */
export const behindWords = ({ versions, majors, most }: Behind): string => {
  if (versions === 0) return "up to date";
  const by = `behind by ${versions} ${versions === 1 ? "version" : "versions"}`;
  if (versions === 1) return `${by}, ${most === "major" ? "a major one" : most === "minor" ? "a minor one" : "a patch"}`;
  return majors === 0 ? `${by}, none of them major` : `${by}, ${counted[majors] ?? majors} of them major`;
};

const Use = ({
  team,
  project,
  use,
  mayManage,
}: {
  readonly team: string;
  readonly project: Project;
  readonly use: ProjectUse;
  readonly mayManage: boolean;
}) => {
  const mutation = useMutation();
  const path = `/specs/${team}/${use.spec}`;
  const later = use.latest !== null && use.behind.versions > 0 ? use.latest : null;
  return (
    <li className="project-use">
      <a href={`${path}/versions/${use.number}`}>{use.name}</a> <span className="num">{use.number}</span>
      {use.withdrawn && <span className="tag problem">withdrawn</span>}
      {/* What was withdrawn is not up to date, though nothing is newer. */}
      {(!use.withdrawn || use.behind.versions > 0) && (
        <span className={`tag ${use.behind.most === "major" ? "problem" : use.behind.versions > 0 ? "caution" : "held"}`}>
          {behindWords(use.behind)}
        </span>
      )}
      {later && <a href={`${path}/compare?a=${use.number}&b=${later}`}>See what {later} changes</a>}
      {mayManage && later && (
        <button
          type="button"
          className="btn btn-sm btn-primary"
          disabled={mutation.busy}
          onClick={() =>
            void mutation.send(
              "POST /api/teams/:team/projects/:project/uses",
              { team, project: project.id },
              { spec: use.spec, number: later },
            )
          }
        >
          Update to {later}
        </button>
      )}
      {mayManage && (
        <button
          type="button"
          className="btn btn-sm btn-quiet"
          disabled={mutation.busy}
          aria-label={`Remove ${use.name} from ${project.name}`}
          onClick={() =>
            void mutation.send(
              "POST /api/teams/:team/projects/:project/uses",
              { team, project: project.id },
              { spec: use.spec, number: null },
            )
          }
        >
          Remove
        </button>
      )}
      {mutation.fault && (
        <span className="fault" role="alert">
          {mutation.fault}
        </span>
      )}
    </li>
  );
};

type CardProps = Pick<Props, "team" | "scopes"> & {
  readonly project: Project;
  readonly tokens: readonly AccessToken[];
  readonly mayManage: boolean;
};

const ProjectCard = ({ team, project, tokens, scopes, mayManage }: CardProps) => {
  const mutation = useMutation();
  const [spec, setSpec] = useState<Choosable | null>(null);
  const [number, setNumber] = useState("");
  const [choosing, setChoosing] = useState(project.uses.length === 0);
  const at = { team, project: project.id };
  const version = spec?.numbers.includes(number) ? number : (spec?.numbers[0] ?? "");
  return (
    <article className="card-plain project" aria-label={project.name}>
      <h3>
        {project.name} <span className="quiet">owned by {project.owner}</span>
      </h3>
      <ul className="plain-list">
        {project.uses.map((use) => (
          <Use key={use.specId} team={team} project={project} use={use} mayManage={mayManage} />
        ))}
      </ul>
      {project.uses.length === 0 && <p className="quiet mb-2">It uses no spec yet.</p>}
      {mayManage && (
        <details open={choosing} onToggle={(event) => setChoosing(event.currentTarget.open)}>
          <summary>Another spec it uses</summary>
          {choosing && (
            <form
              className="inline-form small"
              onSubmit={(event) => {
                event.preventDefault();
                if (spec)
                  void mutation.send("POST /api/teams/:team/projects/:project/uses", at, { spec: spec.spec, number: version }, () => {
                    setSpec(null);
                    setChoosing(false);
                  });
              }}
            >
              <SpecChoice
                label={`Spec ${project.name} uses`}
                team={team}
                chosen={spec}
                small
                offers={(one) => one.numbers.length > 0 && !project.uses.some((use) => use.spec === one.spec)}
                onChoose={setSpec}
              />
              <select
                name="version"
                className="form-select form-select-sm num"
                aria-label="Its version"
                value={version}
                disabled={spec === null}
                onChange={(event) => setNumber(event.target.value)}
              >
                {(spec?.numbers ?? []).map((one) => (
                  <option key={one}>{one}</option>
                ))}
              </select>
              <button className="btn btn-sm btn-quiet" disabled={mutation.busy || spec === null}>
                Add
              </button>
            </form>
          )}
        </details>
      )}
      {mayManage && <ProjectTokens team={team} project={project} tokens={tokens} scopes={scopes} />}
      {mutation.fault && (
        <p className="fault mb-0" role="alert">
          {mutation.fault}
        </p>
      )}
    </article>
  );
};

/** The team's products, the version of each spec they are on, and how far behind that is. */
export const Projects = ({ team, projects, searched, findable, tokens, scopes, self, mayMake, mayManageAll }: Props) => {
  const mutation = useMutation();
  const [name, setName] = useState("");
  const atName = mutation.issues.find((issue) => issue.path === "/name")?.message ?? "";
  return (
    <section aria-labelledby="projects-title">
      <h2 id="projects-title">Projects</h2>
      {findable && (
        <form method="get" className="find" role="search">
          <input
            name="q"
            type="search"
            className="form-control form-control-sm"
            aria-label="Find a project"
            defaultValue={searched ?? ""}
            maxLength={100}
          />
          <button className="btn btn-sm btn-quiet">Show</button>
        </form>
      )}
      {projects.length === 0 && searched !== null && <p className="quiet">No project’s name contains “{searched}”.</p>}
      {projects.length === 0 && searched === null && (
        <p className="quiet">A project is a product that uses specs. With it here, its owner knows when they change.</p>
      )}
      {projects.map((project) => (
        <ProjectCard
          key={project.id}
          team={team}
          project={project}
          scopes={scopes}
          tokens={tokens.filter(({ projectId }) => projectId === project.id)}
          mayManage={mayManageAll || project.ownerId === self}
        />
      ))}
      {mayMake && (
        <form
          className="card-plain inline-form"
          onSubmit={(event) => {
            event.preventDefault();
            void mutation.send("POST /api/teams/:team/projects", { team }, { name }, () => setName(""));
          }}
        >
          <FormField id="project-name" label="Add a project" fault={atName ? `The name ${atName}.` : mutation.fault}>
            {(field) => (
              <input
                {...field}
                className="form-control"
                placeholder="Booking site"
                value={name}
                maxLength={200}
                onChange={(event) => setName(event.target.value)}
              />
            )}
          </FormField>
          <button className="btn btn-primary" disabled={mutation.busy || name.trim() === ""}>
            Add
          </button>
        </form>
      )}
    </section>
  );
};
