import type { Problem } from "@/server/http/problem";

/** Seconds before a page without scripts asks again. */
const again = 5;

/** Shown if a hand-off page cannot be drawn: the server is busy, or the layout is too large. */
export const NotYet = ({ problem }: { readonly problem: Problem }) => {
  const passing = problem.code === "busy" || problem.code === "too-many";
  return (
    <main className="page">
      {passing && <meta httpEquiv="refresh" content={String(again)} />}
      <div className="card-plain p-4" role="status">
        <h1>{passing ? "This page is being prepared" : "This page could not be drawn"}</h1>
        <p className="mb-0">
          {passing
            ? `It reloads in ${again} seconds.`
            : `${problem.detail} You can still download its files: add /layout.css or /layout.json to its address under /api/v1.`}
        </p>
      </div>
    </main>
  );
};
