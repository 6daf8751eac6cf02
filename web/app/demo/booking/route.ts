import { isDemo } from "@/server/demo-receiver";
import { handler } from "@/server/handler";

const files = "/api/v1/specs/skerry/passenger-booking/latest";

/** Columns each part of the booking page takes, by the breakpoint the published stylesheet is at. */
const page = `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Book a sailing · Skerry Ferries</title>
<link rel="stylesheet" href="${files}/layout.css">
<script src="${files}/overlay.js" defer></script>
<style>
  body { margin: 0; background: #fffefb; color: #18262e; font: 16px/24px system-ui, sans-serif; }
  header { padding: var(--space-m) 0; background: #18262e; color: #f3f1ea; }
  header p { margin: 0; grid-column: 1 / -1; }
  main { padding-block: var(--space-xl); row-gap: var(--space-m); }
  h1 { grid-column: 1 / -1; margin: 0; font-size: 28px; line-height: 32px; }
  form, article { grid-column: 1 / -1; padding: var(--space-m); border: 1px solid #c3c0b4; }
  form { display: grid; gap: var(--space-m); }
  label { display: grid; gap: var(--space-s); }
  select, input, button { padding: var(--space-s); border: 1px solid #566871; background: #fff; font: inherit; }
  button { border-color: #0c6a5b; background: #0c6a5b; color: #fff; }
  article h2 { margin: 0; font-size: 20px; line-height: 24px; }
  article p { margin: 0; }
  @media (width >= 600px) { article { grid-column: span 4; } }
  @media (width >= 1024px) { form { grid-column: 1 / span 4; grid-row: 2 / span 3; align-content: start; } article { grid-column: span 4; } }
</style>
<header><div class="layout-grid"><p>Skerry Ferries</p></div></header>
<main class="layout-grid">
  <h1>Book a sailing</h1>
  <form method="dialog">
    <label>From <select><option>Skerry harbour<option>Holm pier</select></label>
    <label>To <select><option>Outer Holm<option>Stack landing</select></label>
    <label>Passengers <input type="number" value="2" min="1" max="9"></label>
    <button>Show sailings</button>
  </form>
  <article><h2>07:40</h2><p>Skerry harbour to Outer Holm, 55 minutes</p></article>
  <article><h2>10:15</h2><p>Skerry harbour to Outer Holm, 55 minutes</p></article>
  <article><h2>13:05</h2><p>By Stack landing, 80 minutes</p></article>
  <article><h2>17:30</h2><p>Skerry harbour to Outer Holm, 55 minutes</p></article>
</main>
</html>
`;

/** The demo's small booking page: a product that uses the published stylesheet, with the overlay snippet in it. */
export const GET = handler(async () =>
  isDemo()
    ? new Response(page, { headers: { "Content-Type": "text/html; charset=utf-8", "Cache-Control": "no-cache" } })
    : { code: "not-found", detail: "The booking page is part of the demo only." },
);
