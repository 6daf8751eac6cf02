"use client";

import { type Finding, findingWords, type Fix, fixLabel, type RuleId, fixWords, joined, plainText, words } from "@ypsiline/core";
import { ArrowRight, Eye } from "lucide-react";
import { useState } from "react";
import { Said } from "@/ui/num";
import { sameTrial, type Trial } from "./trial";

type Props = {
  readonly finding: Finding;
  /** What mends it; null while that is being tried. */
  readonly fixes: readonly Fix[] | null;
  readonly where: string;
  /** A finding of the same cause that this card tells too. */
  readonly with: Finding | null;
  readonly readOnly: boolean;
  readonly trial: Trial | null;
  readonly onTry: (trial: Trial | null) => void;
  readonly onTake: (trial: Trial) => void;
  readonly onAccept: (rules: readonly RuleId[], breakpoint: string, reason: string) => string | null;
  readonly onFocus: (finding: Finding | null) => void;
  /** Goes to the facet whose sum the finding is about. */
  readonly onShow: (finding: Finding) => void;
};

/** "Gutter → 24" with the arrow drawn, so that no font has to have it. */
const FixLabel = ({ fix }: { readonly fix: Fix }) => {
  const { what, to } = fixWords(fix);
  if (to === null) return <Said of={what} />;
  return (
    <>
      <Said of={what} /> <ArrowRight size={12} aria-label="to" /> <Said className="num" of={to} />
    </>
  );
};

const tryLabel = (fix: Fix): string => {
  const { what, to } = fixWords(fix);
  return plainText(to === null ? words`Try ${what}` : words`Try ${what} to ${to}`);
};

/** One finding: what is so, its sum, the changes that mend it (tried or taken), or a reason to leave it. Looked at, it marks its place. */
export const FindingCard = ({ finding, fixes, where, with: other, readOnly, trial, onTry, onTake, onAccept, onFocus, onShow }: Props) => {
  const { title, message, sum } = findingWords(finding, where);
  const also = other ? findingWords(other, where).message : null;
  const [reason, setReason] = useState<string | null>(null);
  const [fault, setFault] = useState("");
  const accept = (): void => {
    if (!reason?.trim()) return setFault("Say why it stays: whoever reads the spec later will want to know");
    const words = onAccept([finding.rule, ...(other ? [other.rule] : [])], finding.breakpoint, reason.trim());
    setFault(words ?? "");
    if (words === null) setReason(null);
  };
  return (
    <li
      className={`finding ${finding.level}`}
      tabIndex={0}
      aria-label={`${finding.level}: ${plainText(title)}`}
      onMouseEnter={() => onFocus(finding)}
      onMouseLeave={() => onFocus(null)}
      onFocus={() => onFocus(finding)}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) onFocus(null);
      }}
    >
      <h3>
        <span className="visually-hidden">{finding.level}: </span>
        <button type="button" className="finding-title" title="Show its sum" onClick={() => onShow(finding)}>
          <Said of={title} />
        </button>
      </h3>
      {sum.length > 0 && <Said className="num num-wrap d-block" of={sum} />}
      <Said className="d-block" of={also ? joined([message, also], " ") : message} />
      {!readOnly && (
        <div className="fixes">
          {fixes === null && <span className="quiet">Looking for what mends it…</span>}
          {fixes?.map((fix) => {
            const own: Trial = { fix, where };
            const trying = sameTrial(trial, own);
            return (
              <span key={fixLabel(fix)} className="btn-group">
                <button type="button" className="btn btn-sm btn-quiet" onClick={() => onTake(own)}>
                  <FixLabel fix={fix} />
                </button>
                <button
                  type="button"
                  className="btn btn-sm btn-quiet try"
                  aria-pressed={trying}
                  aria-label={tryLabel(fix)}
                  title="Look at it first: nothing is changed"
                  onClick={() => onTry(trying ? null : own)}
                >
                  <Eye size={13} aria-hidden="true" />
                </button>
              </span>
            );
          })}
          {reason === null && (
            <button type="button" className="btn btn-sm btn-link accept" onClick={() => setReason("")}>
              Accept…
            </button>
          )}
        </div>
      )}
      {reason !== null && (
        <form
          className="accept-form"
          onSubmit={(event) => {
            event.preventDefault();
            accept();
          }}
        >
          <label>
            Why it stays
            <textarea
              name="reason"
              className="form-control form-control-sm"
              rows={2}
              maxLength={2000}
              autoFocus
              value={reason}
              aria-invalid={fault !== ""}
              onChange={(event) => setReason(event.target.value)}
              onKeyDown={(event) => {
                if (event.key === "Escape") setReason(null);
              }}
            />
          </label>
          {fault && (
            <span role="alert" className="fault d-block">
              {fault}
            </span>
          )}
          <button type="submit" className="btn btn-sm btn-quiet">
            Accept it
          </button>{" "}
          <button type="button" className="btn btn-sm btn-link" onClick={() => setReason(null)}>
            Not now
          </button>
        </form>
      )}
    </li>
  );
};
