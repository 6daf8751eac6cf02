"use client";

import Link from "next/link";
import { TableScroll } from "@/ui/table-scroll";
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
    <section className="card-plain side-card moved-designs" aria-labelledby="moved-title">
      <h2 id="moved-title" aria-live="polite">
        {off.length > 0 ? (
          <>
            Moves <span className="num">{edges}</span> {edgesWords(edges)} of <span className="num">{off.length}</span>{" "}
            {off.length === 1 ? "design" : "designs"} off the grid
          </>
        ) : (
          "Saved designs"
        )}
      </h2>
      {fault && <p className="fault">The saved designs could not be checked. {fault}</p>}
      {!answer && !fault && <p className="quiet">Checking the saved designs…</p>}
      {answer?.designs === 0 && (
        <p className="quiet">
          No saved designs. <Link href={`/specs/${team}/${spec}/fit`}>Save one</Link>, and every review will show which of its edges a
          change would move off the grid.
        </p>
      )}
      {answer && answer.designs > 0 && answer.moved.length === 0 && (
        <p className="mb-0">
          {answer.designs === 1 ? "The saved design is" : `All ${answer.designs} saved designs are`} on the grid as in {before}.
        </p>
      )}
      {answer && answer.moved.length > 0 && (
        <TableScroll label="Designs that move">
          <table className="numbers">
            <thead>
              <tr>
                <th scope="col">Design</th>
                <th scope="col">On in {before}</th>
                <th scope="col">Moved off</th>
                <th scope="col">Moved on</th>
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
        </TableScroll>
      )}
      {answer && answer.left.length > 0 && (
        <p className="quiet mb-0">
          Cannot be checked in both: {answer.left.slice(0, 8).join(", ")}
          {answer.left.length > 8 && ` and ${answer.left.length - 8} more`}.
        </p>
      )}
    </section>
  );
};
