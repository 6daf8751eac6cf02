"use client";

import {
  changeWords,
  countChanges,
  type FollowChoice,
  type Following,
  type Layout,
  type Met,
  settleFollowing,
  valueWords,
  withoutFollows,
} from "@ypsiline/core";
import Link from "next/link";
import { useState } from "react";
import { useDraftOfPage } from "@/draft/draft-provider";
import { versionsAfter } from "@/draft/followed";
import { useQueryShown } from "@/ui/address";
import { ChangeTables } from "@/ui/change-tables";
import { Said } from "@/ui/num";
import { notify } from "@/ui/notify";
import { BeginFollowing } from "./begin-following";
import { type Looked, useFollowing } from "./use-following";

/** What was changed on both sides, each with the two values to choose from. */
const Questions = ({
  met,
  before,
  after,
  choices,
  onChoose,
  readOnly,
}: {
  readonly met: readonly Met[];
  readonly before: Layout;
  readonly after: Layout;
  readonly choices: readonly FollowChoice[];
  readonly onChoose: (index: number, choice: FollowChoice) => void;
  readonly readOnly: boolean;
}) => (
  <div className="card-plain questions">
    {met.map(({ change, ours }, index) => {
      const { where, what } = changeWords(change, before, after);
      return (
        <fieldset key={change.path.join("/")}>
          <legend>
            {where}: <Said of={what} />
          </legend>
          {(
            [
              ["ours", "Keep ours", ours],
              ["theirs", "Use theirs", change.to],
            ] as const
          ).map(([choice, label, value]) => (
            <label key={choice}>
              <input
                type="radio"
                className="form-check-input m-0"
                name={`met-${index}`}
                checked={choices[index] === choice}
                disabled={readOnly}
                onChange={() => onChoose(index, choice)}
              />
              {label} <Said className="num num-wrap" of={valueWords(value)} />
            </label>
          ))}
        </fieldset>
      );
    })}
  </div>
);

/** What a version says of breakpoints that were removed here, and so is not taken. */
const LeftOut = ({ leftOut, theirs }: { readonly leftOut: Following["leftOut"]; readonly theirs: Layout }) => {
  if (leftOut.length === 0) return null;
  const ids = [...new Set(leftOut.map(({ path }) => path[3] ?? ""))];
  const names = ids.map((id) => theirs.breakpoints.find((one) => one.id === id)?.name ?? id);
  return (
    <p className="quiet" role="note">
      Left out: {leftOut.length} {leftOut.length === 1 ? "placement or text size" : "placements and text sizes"} at {names.join(", ")}. This
      spec no longer has {names.length === 1 ? "that breakpoint" : "those breakpoints"}.
    </p>
  );
};

/** What taking a version does: there, here, and what is to be chosen. */
const Taking = ({ to, looked }: { readonly to: string; readonly looked: Extract<Looked, { kind: "known" }> }) => {
  const { layout, mayEdit, edit } = useDraftOfPage();
  const { base, theirs, following } = looked;
  const [choices, setChoices] = useState<readonly FollowChoice[]>(following.met.map(() => "ours"));
  const done = settleFollowing(layout, following, choices, { spec: theirs.name, version: to });
  const take = (): void => {
    if (!done.ok) return;
    const words = edit(done.layout);
    notify(words ?? `${to} is now used here. Undo reverts it.`);
  };
  return (
    <>
      {following.met.length > 0 && (
        <section aria-labelledby="met-title">
          <h2 id="met-title">Changed in both. Which one do you want?</h2>
          <Questions
            met={following.met}
            before={layout}
            after={theirs}
            choices={choices}
            onChoose={(index, choice) => setChoices(choices.map((one, at) => (at === index ? choice : one)))}
            readOnly={!mayEdit}
          />
        </section>
      )}
      <section aria-labelledby="does-title">
        <div className="does-head">
          <h2 id="does-title">What updating changes here</h2>
          {mayEdit && (
            <button type="button" className="btn btn-primary" disabled={!done.ok} onClick={take}>
              Update to {to}
            </button>
          )}
        </div>
        <LeftOut leftOut={following.leftOut} theirs={theirs} />
        {done.ok ? (
          <ChangeTables before={layout} after={done.layout} />
        ) : (
          <p className="fault card-plain p-3" role="alert">
            These choices do not work together: {done.issues[0]?.message}. Choose otherwise above.
          </p>
        )}
      </section>
      <section aria-labelledby="there-title">
        <h2 id="there-title">
          What {to} changes there since {layout.follows?.version}
        </h2>
        <ChangeTables before={base} after={theirs} />
      </section>
    </>
  );
};

/**
 * What a spec follows: the taken version, its own changes, and what a later version would change; taking it is one
 * edit.
 */
export const FollowPage = ({ to: asked }: { readonly to: string | null }) => {
  const { layout, followed, mayEdit, edit } = useDraftOfPage();
  const taken = layout.follows?.version ?? null;
  const newer = taken === null ? [] : versionsAfter(followed, taken);
  const [chosen, setChosen] = useState(asked);
  const to = newer.find(({ number }) => number === chosen)?.number ?? newer[0]?.number ?? null;
  useQueryShown(to === null ? {} : { to });
  // Without a newer version the taken one is compared with itself: all differences are own changes.
  const looked = useFollowing(followed, taken, to ?? taken, layout);
  const own = looked.kind === "known" ? countChanges(looked.base, withoutFollows({ ...layout, name: looked.base.name })) : null;
  const stop = (): void => {
    notify(edit(withoutFollows(layout)) ?? "This spec follows nothing now. Undo restores it.");
  };
  return (
    <div className="draft-page">
      <h1 className="visually-hidden">Following</h1>
      <main className="page follow">
        {layout.follows ? (
          <div className="card-plain follow-head">
            <div>
              <p className="quiet">Follows{followed && ` (a spec of ${followed.teamName})`}</p>
              <p>
                {followed ? (
                  <Link href={`/specs/${followed.team}/${followed.spec}/versions/${layout.follows.version}`} prefetch={false}>
                    {followed.name}
                  </Link>
                ) : (
                  layout.follows.spec
                )}{" "}
                <span className="num">{layout.follows.version}</span>
              </p>
            </div>
            <div>
              <p className="quiet">Changed here</p>
              <p>
                <span className="num">{own ?? "…"}</span> {own === 1 ? "number" : "numbers"} of its own
              </p>
            </div>
            <div>
              <p className="quiet">Published since</p>
              {newer.length === 0 ? (
                <p>{followed ? "nothing newer" : "you may not see that spec"}</p>
              ) : (
                <fieldset>
                  <legend className="visually-hidden">Version to update to</legend>
                  {newer.map(({ number, note }) => (
                    <label key={number}>
                      <input
                        type="radio"
                        name="to"
                        className="form-check-input m-0"
                        checked={number === to}
                        onChange={() => setChosen(number)}
                      />
                      <span className="num">{number}</span> <span className="quiet">{note}</span>
                    </label>
                  ))}
                </fieldset>
              )}
            </div>
            {mayEdit && (
              <button type="button" className="btn btn-quiet" onClick={stop}>
                Stop following
              </button>
            )}
          </div>
        ) : (
          <div className="card-plain p-3">
            <p className={mayEdit ? "" : "mb-0"}>
              This spec follows nothing{followed && ` any more; it followed ${followed.name}`}.
              {mayEdit &&
                " Choose the spec and the version that its numbers came from. What differs stays as it is here, and later versions are offered as updates."}
            </p>
            {mayEdit && <BeginFollowing key={followed ? `${followed.team}/${followed.spec}` : ""} />}
          </div>
        )}
        {layout.follows && followed && looked.kind === "looking" && (
          <p className="quiet" role="status">
            Loading…
          </p>
        )}
        {looked.kind === "fault" && (
          <p className="fault" role="alert">
            {looked.words}
          </p>
        )}
        {looked.kind === "known" && to !== null && (
          <Taking key={`${to} ${looked.following.met.map(({ change }) => change.path.join("/")).join(" ")}`} to={to} looked={looked} />
        )}
        {looked.kind === "known" && (
          <section aria-labelledby="own-title">
            <h2 id="own-title">Changed here only</h2>
            <ChangeTables before={looked.base} after={withoutFollows({ ...layout, name: looked.base.name })} />
          </section>
        )}
      </main>
    </div>
  );
};
