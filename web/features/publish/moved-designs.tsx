"use client";

import Link from "next/link";
import { useEffect, useState } from "react";
import { ask } from "@/ui/request";
import type { Told } from "@/wire/routes";

type Moved = Told<"GET /api/drafts/:team/:spec/moved">;

type Props = {
  readonly team: string;
  readonly spec: string;
  /** The version the draft is compared with. */
  readonly before: string;
};

const edgesWords = (count: number): string => (count === 1 ? "edge" : "edges");

/** What the draft does to the designs kept beside the spec: those of which edges leave the grid, or come onto it. */
export const MovedDesigns = ({ team, spec, before }: Props) => {
  const [answer, setAnswer] = useState<Moved | null>(null);
  const [fault, setFault] = useState("");
  useEffect(() => {
    let live = true;
    void ask("GET /api/drafts/:team/:spec/moved", { team, spec }).then((found) => {
      if (!live) return;
      if (found.ok) setAnswer(found.value);
      else setFault(found.fault.detail);
    });
    return () => {
      live = false;
    };
  }, [team, spec]);
  const off = answer?.moved.filter((one) => one.off > 0) ?? [];
  const edges = off.reduce((sum, one) => sum + one.off, 0);
  return (
    <section className="moved-designs" aria-labelledby="moved-title">
      <h2 className="mt-4 mb-2" id="moved-title" aria-live="polite">
        {off.length > 0 ? (
          <>
            Moves <span className="num">{edges}</span> {edgesWords(edges)} of <span className="num">{off.length}</span>{" "}
            {off.length === 1 ? "design" : "designs"} off the grid
          </>
        ) : (
          "Designs already made"
        )}
      </h2>
      {fault && <p className="fault">What the draft does to kept designs could not be worked out: {fault}</p>}
      {!answer && !fault && <p className="quiet">Holding the kept designs against the draft…</p>}
      {answer?.designs === 0 && (
        <p className="quiet">
          None is kept beside this spec. <Link href={`/specs/${team}/${spec}/fit`}>Keep one in Fit</Link>, and each review says which of its
          edges the draft moves.
        </p>
      )}
      {answer && answer.designs > 0 && answer.moved.length === 0 && (
        <p className="mb-0">
          {answer.designs === 1 ? "The kept design stands" : `All ${answer.designs} kept designs stand`} as in {before}.
        </p>
      )}
      {answer && answer.moved.length > 0 && (
        <table className="numbers">
          <thead>
            <tr>
              <th scope="col">Design</th>
              <th scope="col">On the grid in {before}</th>
              <th scope="col">moved off</th>
              <th scope="col">moved on</th>
            </tr>
          </thead>
          <tbody className="num">
            {answer.moved.map((one) => (
              <tr key={one.id}>
                <th scope="row" className="text-break">
                  <Link href={`/specs/${team}/${spec}/fit?design=${one.id}`} prefetch={false}>
                    {one.name}
                  </Link>
                </th>
                <td>{one.before}</td>
                <td className={one.off > 0 ? "fault" : ""}>{one.off}</td>
                <td>{one.on}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {answer && answer.left.length > 0 && (
        <p className="quiet mb-0">
          Not to be held against both: {answer.left.slice(0, 8).join(", ")}
          {answer.left.length > 8 && ` and ${answer.left.length - 8} more`}.
        </p>
      )}
    </section>
  );
};
