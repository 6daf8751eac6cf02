"use client";

import { type Finding, findingWords, type Fix, fixLabel, fixWords, joined, plainText, type RuleId, whyItMatters } from "@ypsiline/core";
import { ChevronDown } from "lucide-react";
import { useState } from "react";
import Dropdown from "react-bootstrap/Dropdown";
import { Said } from "@/ui/num";
import { AcceptForm } from "./accept-form";
import type { Preview } from "./preview";
import { usePointedAt } from "./use-pointed-at";

type Props = {
  readonly finding: Finding;
  /** What fixes it, best first; null while that is being worked out. */
  readonly fixes: readonly Fix[] | null;
  readonly where: string;
  /** A finding of the same cause that this card tells too. */
  readonly with: Finding | null;
  readonly readOnly: boolean;
  readonly onPreview: (preview: Preview | null) => void;
  readonly onTake: (preview: Preview) => void;
  readonly onAccept: (rules: readonly RuleId[], breakpoint: string, reason: string) => string | null;
  readonly onFocus: (finding: Finding | null) => void;
  /** Goes to the facet whose sum the finding is about. */
  readonly onShow: (finding: Finding) => void;
};

/** How many fixes are buttons of their own; the others are in the menu. */
const beside = 3;

/** "Gutter 24". */
const FixLabel = ({ fix }: { readonly fix: Fix }) => {
  const { what, to } = fixWords(fix);
  return (
    <>
      <Said of={what} />
      {to !== null && (
        <>
          {" "}
          <Said className="num" of={to} />
        </>
      )}
    </>
  );
};

/**
 * One finding: what is so, its sum, why it matters, and what fixes it. The best fix is the one filled button. A fix that is
 * pointed at, or has the focus, is previewed on the sheet; a click applies it.
 */
export const FindingCard = ({ finding, fixes, where, with: other, readOnly, onPreview, onTake, onAccept, onFocus, onShow }: Props) => {
  const { title, message, sum } = findingWords(finding, where);
  const also = other ? findingWords(other, where).message : null;
  const [accepting, setAccepting] = useState(false);
  const pointed = usePointedAt<Fix>((fix) => onPreview(fix && { fix, where }));
  const shown = fixes?.slice(0, beside) ?? [];
  const rest = fixes?.slice(beside) ?? [];
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
      <div className="finding-head">
        <h3>
          <button type="button" className="finding-title" title="Show its sum" onClick={() => onShow(finding)}>
            <Said of={title} />
          </button>
        </h3>
        <span className="level">
          {finding.level}
          {finding.level === "problem" && <small className="d-block">stops publishing</small>}
        </span>
      </div>
      {sum.length > 0 && <Said className="num num-wrap d-block" of={sum} />}
      <p>
        <Said of={also ? joined([message, also], " ") : message} /> {whyItMatters(finding.rule)}
      </p>
      {!readOnly && !accepting && (
        <div className="fixes">
          {fixes === null && <span className="quiet">Looking for fixes…</span>}
          {shown.map((fix, index) => (
            <button
              key={fixLabel(fix)}
              type="button"
              className={`btn btn-sm ${index === 0 ? "btn-primary" : "btn-quiet"}`}
              onClick={() => onTake({ fix, where })}
              {...pointed(fix)}
            >
              <FixLabel fix={fix} />
            </button>
          ))}
          <Dropdown align="end" className="more">
            <Dropdown.Toggle as="button" type="button" bsPrefix="more-button">
              More <ChevronDown size={12} aria-hidden="true" />
            </Dropdown.Toggle>
            <Dropdown.Menu>
              {rest.map((fix) => (
                <Dropdown.Item key={fixLabel(fix)} as="button" type="button" onClick={() => onTake({ fix, where })} {...pointed(fix)}>
                  <FixLabel fix={fix} />
                </Dropdown.Item>
              ))}
              {rest.length > 0 && <Dropdown.Divider />}
              <Dropdown.Item href={`/guide/checks#${finding.rule}`} target="_blank" rel="noopener">
                Why it matters
              </Dropdown.Item>
              <Dropdown.Item as="button" type="button" onClick={() => setAccepting(true)}>
                Accept as it is…
              </Dropdown.Item>
            </Dropdown.Menu>
          </Dropdown>
        </div>
      )}
      {accepting && (
        <AcceptForm
          onAccept={(reason) => onAccept([finding.rule, ...(other ? [other.rule] : [])], finding.breakpoint, reason)}
          onDone={() => setAccepting(false)}
        />
      )}
    </li>
  );
};
