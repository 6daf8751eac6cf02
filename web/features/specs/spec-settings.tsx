"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { SubmitForm } from "@/ui/submit-form";
import { notify } from "@/ui/notify";
import { useMutation } from "@/ui/use-mutation";

type Props = {
  readonly spec: {
    readonly team: string;
    readonly slug: string;
    readonly name: string;
    readonly description: string;
    readonly package: string;
    readonly archived: boolean;
  };
  /** Teams it may be moved to. */
  readonly teams: readonly { readonly slug: string; readonly name: string }[];
  /** What it follows: null for nothing, undefined for people who may not set it. */
  readonly follows: { readonly spec: string; readonly version: string } | null | undefined;
  readonly mayName: boolean;
  readonly mayManage: boolean;
  /** Whether new specs of its team may begin as a copy of it. */
  readonly isTemplate: boolean;
  /** Whether this person may create specs, and so duplicate it. */
  readonly mayCreate: boolean;
};

/** The spec's team: moved to another, what is open goes on there. */
const Move = ({ spec, teams }: Pick<Props, "spec" | "teams">) => {
  const mutation = useMutation();
  const router = useRouter();
  const [to, setTo] = useState(teams[0]?.slug ?? "");
  return (
    <section aria-labelledby="move-title">
      <h2 id="move-title">Team</h2>
      <div className="card-plain p-3">
        <p>
          Its draft, versions, comments and history move with it, and existing links keep working. People outside the other team can no
          longer see it, unless it is public.
        </p>
        <form
          className="d-flex gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void mutation.send(
              "POST /api/specs/:team/:spec/move",
              { team: spec.team, spec: spec.slug },
              { team: to },
              ({ team, spec: slug }) => {
                notify("Moved.");
                router.push(`/specs/${team}/${slug}/settings`);
              },
            );
          }}
        >
          <select
            name="to"
            className="form-select w-auto"
            aria-label="Team to move it to"
            value={to}
            onChange={(event) => setTo(event.target.value)}
          >
            {teams.map(({ slug, name }) => (
              <option key={slug} value={slug}>
                {name}
              </option>
            ))}
          </select>
          <button className="btn btn-quiet" disabled={mutation.busy}>
            Move the spec
          </button>
        </form>
        {mutation.fault && (
          <p className="fault mb-0 mt-2" role="alert">
            {mutation.fault}
          </p>
        )}
      </div>
    </section>
  );
};

/** The settings of a spec: name, address, what it follows, its team, and archiving. */
export const SpecSettings = ({ spec, teams, follows, mayName, mayManage, isTemplate, mayCreate }: Props) => {
  const mutation = useMutation();
  const at = { team: spec.team, spec: spec.slug };
  return (
    <>
      {mayName && (
        <section aria-labelledby="name-title">
          <h2 id="name-title">Name and address</h2>
          <div className="card-plain p-3">
            <SubmitForm
              route="POST /api/specs/:team/:spec/name"
              params={at}
              fields={[
                {
                  name: "name",
                  label: "Name",
                  autoComplete: "off",
                  initial: spec.name,
                  words: "This changes the draft. Published versions keep their name.",
                },
                { name: "description", label: "Purpose", autoComplete: "off", initial: spec.description },
                {
                  name: "address",
                  label: `Address, after /specs/${spec.team}/`,
                  autoComplete: "off",
                  initial: spec.slug,
                  words: `The old address will lead here. The package stays ${spec.package}, so projects that depend on it keep working.`,
                },
              ]}
              body={({ name = "", description = "", address = "" }) => ({ name, description, address })}
              submit="Save"
              done={() => "Saved."}
            />
          </div>
        </section>
      )}
      {follows !== undefined && (
        <section aria-labelledby="follow-title">
          <h2 id="follow-title">Following</h2>
          <div className="card-plain p-3">
            <p>
              {follows ? (
                <>
                  Follows {follows.spec} <span className="num">{follows.version}</span>. Later versions are offered as updates, and changes
                  made here stay.
                </>
              ) : (
                "Follows no other spec. A spec that follows another keeps its own changes and is offered the other’s later versions."
              )}
            </p>
            <Link className="btn btn-quiet" href={`/specs/${spec.team}/${spec.slug}/follow`} prefetch={false}>
              {follows ? "What it follows" : "Follow another spec"}
            </Link>
          </div>
        </section>
      )}
      {mayCreate && (
        <section aria-labelledby="duplicate-title">
          <h2 id="duplicate-title">Duplicate</h2>
          <div className="card-plain p-3">
            <p>A copy of the draft under a name of its own, in this or another team of yours.</p>
            <a className="btn btn-quiet" href={`/specs/new?copy=${spec.team}/${spec.slug}`}>
              Duplicate this spec…
            </a>
          </div>
        </section>
      )}
      {mayManage && !spec.archived && (
        <section aria-labelledby="template-title">
          <h2 id="template-title">Template</h2>
          <div className="card-plain p-3">
            <p>
              {isTemplate
                ? "This is a template of the team: it comes first when somebody creates a spec, as a copy of its draft."
                : "Templates come first when somebody creates a spec of the team, as a copy of their draft."}
            </p>
            <button
              type="button"
              className="btn btn-quiet"
              disabled={mutation.busy}
              onClick={() => void mutation.send("POST /api/specs/:team/:spec/template", at, { template: !isTemplate })}
            >
              {isTemplate ? "Stop using it as a template" : "Use as a template"}
            </button>
          </div>
        </section>
      )}
      {teams.length > 0 && <Move spec={spec} teams={teams} />}
      {mayManage && (
        <section aria-labelledby="archive-title">
          <h2 id="archive-title">{spec.archived ? "Archived" : "Archive"}</h2>
          <div className="card-plain p-3">
            <p>
              {spec.archived
                ? "Nobody can change it until it is restored. Its versions, files and package are still available."
                : "Archiving takes it out of the lists and makes it read-only until it is restored. Its versions, files and package stay available."}
            </p>
            <button
              type="button"
              className={`btn ${spec.archived ? "btn-primary" : "btn-quiet"}`}
              disabled={mutation.busy}
              onClick={() => void mutation.send("POST /api/specs/:team/:spec/archive", at, { archived: !spec.archived })}
            >
              {spec.archived ? "Restore the spec" : "Archive the spec"}
            </button>
            {mutation.fault && (
              <p className="fault mb-0 mt-2" role="alert">
                {mutation.fault}
              </p>
            )}
          </div>
        </section>
      )}
    </>
  );
};
