import {
  changesByBreakpoint,
  fromJsonNumber,
  type Layout,
  type Resolution,
  resolutionsOf,
  termsAt,
  changeOfBreakpoint,
  changeSentence,
  joined,
  name,
  type Words,
  words,
} from "@ypsiline/core";
import { areasDiffer, AreasPlan } from "./areas-plan";
import { EdgesOver } from "./edges-over";
import { Said } from "./num";

const areasSentence = (at: string, was: Resolution | null, is: Resolution | null): Words =>
  !was ? words`Areas are new at ${name(at)}` : !is ? words`${name(at)} has no areas any more` : words`Areas of ${name(at)} stand otherwise`;

/** What changed, breakpoint by breakpoint: a sentence with both numbers, and the old edges over the new columns. */
export const BreakpointChanges = ({ before, after }: { readonly before: Layout; readonly after: Layout }) => {
  const { spec, breakpoints } = changesByBreakpoint(before, after);
  const [drawnBefore, drawnAfter] = [resolutionsOf(before), resolutionsOf(after)];
  const withAreas = (resolution: Resolution | null): Resolution | null => (resolution?.areas.length ? resolution : null);
  const sides = breakpoints.map((change) => {
    const was = withAreas(change.before && drawnBefore(change.before.id));
    const is = withAreas(change.after && drawnAfter(change.after.id));
    return { change, was, is, moved: areasDiffer(was, is) };
  });
  const differing = sides.filter(({ change, moved }) => change.kind !== "same" || moved);
  const same = sides.filter((side) => !differing.includes(side)).map(({ change }) => change);
  if (spec.length + differing.length === 0) return <p className="card-plain p-3">Nothing has changed.</p>;
  return (
    <ul className="breakpoint-changes card-plain">
      {spec.length > 0 && (
        <li>
          <Said of={words`Spec: ${joined(spec.map(changeSentence), ", ")}`} className="change-words" />
        </li>
      )}
      {differing.map(({ change, was, is, moved }) => {
        const width = fromJsonNumber((change.after ?? change.before)?.drawnAt.width ?? 1);
        return (
          <li key={`${change.id} ${change.kind}`}>
            <Said of={change.kind === "same" ? areasSentence(change.name, was, is) : changeOfBreakpoint(change)} className="change-words" />
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
            {moved && <AreasPlan before={was} after={is} label={`Areas of ${change.name}: old outlines dashed over the new ones`} />}
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
