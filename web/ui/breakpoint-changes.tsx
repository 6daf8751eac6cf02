import {
  changesByBreakpoint,
  fromJsonNumber,
  type Layout,
  termsAt,
  changeOfBreakpoint,
  changeSentence,
  joined,
  words,
} from "@ypsiline/core";
import { EdgesOver } from "./edges-over";
import { Said } from "./num";

/** What changed, breakpoint by breakpoint: a sentence with both numbers, and the old edges over the new columns. */
export const BreakpointChanges = ({ before, after }: { readonly before: Layout; readonly after: Layout }) => {
  const { spec, breakpoints } = changesByBreakpoint(before, after);
  const same = breakpoints.filter(({ kind }) => kind === "same");
  const differing = breakpoints.filter(({ kind }) => kind !== "same");
  if (spec.length + differing.length === 0) return <p className="card-plain p-3">Nothing has changed.</p>;
  return (
    <ul className="breakpoint-changes card-plain">
      {spec.length > 0 && (
        <li>
          <Said of={words`Spec: ${joined(spec.map(changeSentence), ", ")}`} className="change-words" />
        </li>
      )}
      {differing.map((change) => {
        const width = fromJsonNumber((change.after ?? change.before)?.drawnAt.width ?? 1);
        return (
          <li key={`${change.id} ${change.kind}`}>
            <Said of={changeOfBreakpoint(change)} className="change-words" />
            <div className="edges-row">
              <span className="num quiet">at {(change.after ?? change.before)?.drawnAt.width}</span>
              <EdgesOver
                id={`over-${change.id}`}
                after={change.after && termsAt(after, change.after, width)}
                before={change.before && termsAt(before, change.before, width)}
                width={640}
                height={56}
                label={`${change.name} at ${(change.after ?? change.before)?.drawnAt.width ?? ""}: old edges dashed over the new columns`}
              />
            </div>
          </li>
        );
      })}
      {same.length > 0 && (
        <li className="quiet">
          {same.map(({ name }) => name).join(", ")} {same.length === 1 ? "stays as it is" : "stay as they are"}.
        </li>
      )}
    </ul>
  );
};
