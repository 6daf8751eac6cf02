"use client";

import { type BoxFit, type BoxSide, boxSides, edgeKey, negate, sign } from "@ypsiline/core";
import { type FormEvent, useId, useState } from "react";
import { Num } from "@/ui/num";

type Props = {
  readonly one: BoxFit;
  readonly index: number;
  /** It is an edge of a picture. */
  readonly isEdge: boolean;
  /** Null if the design is not kept, because a reason is stored with it. */
  readonly purposes: Readonly<Record<string, string>> | null;
  /** Null for people who may not set it. */
  readonly onPurpose: ((edge: BoxSide, reason: string | null) => Promise<void>) | null;
};

const sideWords: Readonly<Record<BoxSide, string>> = { left: "Left", right: "Right", top: "Top", bottom: "Bottom" };

/** Says of the edges of a box that are not on the grid whether that is on purpose, and why. */
export const EdgePurposes = ({ one, index, isEdge, purposes, onPurpose }: Props) => {
  const away = boxSides.flatMap((side) => {
    const edge = one[side];
    return edge && edge.is !== "on" ? [{ side, edge }] : [];
  });
  if (away.length === 0) return <span className="quiet">{one.box.name || "It"} stands on the grid.</span>;
  if (purposes === null) return <span className="quiet">Save the design to mark an edge as off the grid on purpose, with a reason.</span>;
  return (
    <>
      {away.map(({ side, edge }) => {
        const kept = isEdge ? "left" : side;
        const reason = purposes[edgeKey(index, kept)];
        return (
          <div key={side} className="fit-purpose">
            <span>
              {isEdge ? "The" : sideWords[side]} edge {sign(edge.off) > 0 ? "+" : "\u2212"}
              <Num value={sign(edge.off) < 0 ? negate(edge.off) : edge.off} />:
            </span>
            {reason === undefined ? (
              onPurpose ? (
                <Why side={side} onSay={(words) => onPurpose(kept, words)} />
              ) : (
                <span className="quiet">not marked as on purpose.</span>
              )
            ) : (
              <>
                <span>on purpose, {reason}</span>
                {onPurpose && (
                  <button type="button" className="btn btn-sm btn-quiet" onClick={() => void onPurpose(kept, null)}>
                    Not on purpose
                  </button>
                )}
              </>
            )}
          </div>
        );
      })}
    </>
  );
};

const Why = ({ side, onSay }: { readonly side: BoxSide; readonly onSay: (reason: string) => Promise<void> }) => {
  const id = useId();
  const [reason, setReason] = useState("");
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  const savePurpose = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    if (reason.trim() === "") return setFault("Give a reason.");
    setBusy(true);
    await onSay(reason.trim());
    setBusy(false);
  };
  return (
    <form className="fit-purpose" onSubmit={(event) => void savePurpose(event)}>
      <label htmlFor={id}>It is off on purpose, because</label>
      <input
        id={id}
        name={`why-${side}`}
        className="form-control form-control-sm"
        maxLength={2000}
        value={reason}
        aria-invalid={fault !== ""}
        onChange={(event) => {
          setReason(event.target.value);
          setFault("");
        }}
      />
      <button type="submit" className="btn btn-sm btn-quiet" disabled={busy}>
        On purpose
      </button>
      {fault && (
        <span role="alert" className="fault">
          {fault}
        </span>
      )}
    </form>
  );
};
