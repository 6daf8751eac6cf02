"use client";

import { changeInPlace, compareLayouts, type Layout, plainText, sameJson } from "@ypsiline/core";
import Link from "next/link";
import { type ReactNode, useEffect, useState } from "react";
import type { Stretch } from "@/server/specs/history";
import { useDraftOfPage } from "@/draft/draft-provider";
import { restoreMoment } from "@/draft/restore-moment";
import { ChangeTables } from "@/ui/change-tables";
import { timeText } from "@/ui/dates";
import { ask } from "@/ui/request";
import { notify } from "@/ui/notify";
import "./history.scss";

/**
 * A draft before some edits, before the last of them, and at the shown moment; or why one of these is not available.
 */
type Looked = { readonly before: Layout; readonly last: Layout; readonly moment: Layout } | { readonly fault: string };

const counted = (edits: number): string => `${edits} ${edits === 1 ? "edit" : "edits"}`;

/** What a stretch of edits did, any moment of it, and that moment put back into the draft as one edit. */
const Moment = ({ stretch }: { readonly stretch: Stretch }) => {
  const { address, layout, mayEdit, edit, store } = useDraftOfPage();
  const [at, setAt] = useState(stretch.last);
  const [looked, setLooked] = useState<Looked | null>(null);
  useEffect(() => {
    let over = false;
    const read = async (): Promise<void> => {
      const route = "GET /api/drafts/:team/:spec/history/:revision" as const;
      const revisions = [stretch.first - 1, at - 1, at];
      const [before, last, moment] = await Promise.all(revisions.map((revision) => ask(route, { ...address, revision })));
      if (over || !before || !last || !moment) return;
      if (before.ok && last.ok && moment.ok)
        setLooked({ before: before.value.layout, last: last.value.layout, moment: moment.value.layout });
      else setLooked({ fault: [before, last, moment].flatMap((one) => (one.ok ? [] : [one.fault.detail]))[0] ?? "" });
    };
    // A slider that is drawn over many moments asks for the last of them.
    const timer = setTimeout(() => void read(), 120);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [address, stretch.first, at]);
  const putMomentBack = (): void => {
    if (!looked || "fault" in looked) return;
    void restoreMoment({ edit, store }, looked.moment).then(({ words }) => notify(words));
  };
  return (
    <>
      <div className="moment-at">
        <label htmlFor="moment">
          After edit <span className="num">{at - stretch.first + 1}</span> of <span className="num">{stretch.edits}</span>
          {looked && !("fault" in looked) && <strong>{editWords(looked.last, looked.moment)}</strong>}
        </label>
        <input
          id="moment"
          type="range"
          className="form-range"
          min={stretch.first}
          max={stretch.last}
          value={at}
          disabled={stretch.first === stretch.last}
          onChange={(event) => setAt(Number(event.target.value))}
        />
        <Link className="btn btn-quiet" href={`/specs/${address.team}/${address.spec}?moment=${at}`} prefetch={false}>
          See it on the sheet
        </Link>
        {mayEdit && (
          <button
            type="button"
            className="btn btn-primary"
            disabled={!looked || "fault" in looked || sameJson(looked.moment, layout)}
            onClick={putMomentBack}
          >
            Restore this moment
          </button>
        )}
      </div>
      {looked === null ? (
        <p className="quiet" role="status">
          Loading…
        </p>
      ) : "fault" in looked ? (
        <p className="fault" role="alert">
          {looked.fault}
        </p>
      ) : (
        <>
          <h2>What this edit changed</h2>
          <ChangeTables before={looked.last} after={looked.moment} />
          {at > stretch.first && (
            <>
              <h2>What had changed by then</h2>
              <ChangeTables before={looked.before} after={looked.moment} />
            </>
          )}
          <h2>What restoring this would change</h2>
          <ChangeTables before={layout} after={looked.moment} />
        </>
      )}
    </>
  );
};

/** What an edit did, as part of its name: ": Desk gutter 24 → 32"; empty if nothing visible changed. */
const editWords = (before: Layout, after: Layout): string => {
  const [first, ...others] = compareLayouts(before, after).map((change) => plainText(changeInPlace(change, after)));
  return first === undefined ? "" : `: ${first}${others.length > 0 ? ` and ${others.length} more` : ""}`;
};

/** What a stretch changed, in a few words: "Desk gutter 24 → 32, base unit 8 → 4 and 3 more". */
const whatWords = ({ changes }: Stretch, layout: Layout): string => {
  const places = [...new Set(changes.map((change) => plainText(changeInPlace(change, layout))))];
  const [told, more] = [places.slice(0, 3), places.length - 3];
  return `${told.join(", ")}${more > 0 ? ` and ${more} more` : ""}`;
};

/** The edits of a draft by stretch: who, when, what, and any moment of them. */
export const HistoryPage = ({ stretches, children }: { readonly stretches: readonly Stretch[]; readonly children: ReactNode }) => {
  const { layout } = useDraftOfPage();
  const [chosen, setChosen] = useState<Stretch | null>(stretches.find(({ shown }) => shown) ?? null);
  return (
    <div className="draft-page">
      <h1 className="visually-hidden">History</h1>
      <main className="page history">
        <nav aria-label="Stretches of edits">
          {stretches.length === 0 && (
            <p className="card-plain p-3 quiet">
              No changes yet. Every edit will appear here, and any moment can be restored.{" "}
              <a href="/guide/review-and-publishing">How a team works on a spec</a>
            </p>
          )}
          {stretches.length > 0 && (
            <ul className="card-plain">
              {stretches.map((stretch) => (
                <li key={stretch.first}>
                  <button
                    type="button"
                    disabled={!stretch.shown}
                    aria-pressed={chosen?.first === stretch.first}
                    title={stretch.shown ? undefined : "From before history was recorded"}
                    onClick={() => setChosen(stretch)}
                  >
                    <strong>{stretch.person}</strong>
                    <span className="num quiet">{timeText(new Date(stretch.to))}</span>
                    <span className="what">{whatWords(stretch, layout)}</span>
                    <span className="quiet">{counted(stretch.edits)}</span>
                  </button>
                </li>
              ))}
            </ul>
          )}
          {children}
        </nav>
        <section aria-label="The moment">{chosen && <Moment key={chosen.first} stretch={chosen} />}</section>
      </main>
    </div>
  );
};
