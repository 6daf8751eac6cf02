import { isDemo } from "@/server/settings/settings";
import { handler } from "@/server/requests/handler";

const files = "/api/v1/specs/skerry/passenger-booking/latest";

/** A day to a column: those past the last column have a row of no height. */
const days = Array.from({ length: 12 }, (_, index) => `<a href="#day-${index + 1}">${index + 1} Dec</a>`).join("");

/** The spec names the areas, and the published stylesheet places them: this page places nothing itself. */
const page = `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Book a sailing · Skerry Ferries</title>
<link rel="stylesheet" href="${files}/layout.css">
<script src="${files}/overlay.js" defer></script>
<style>
  body { margin: 0; padding-block-end: 32px; background: #fffefb; color: #18262e; font: 16px/24px system-ui, sans-serif; }
  h1, h2, p { margin: 0; }
  h2 { font-size: 16px; line-height: 24px; }
  section, form { box-sizing: border-box; }
  .area-masthead { display: flex; align-items: center; padding-inline-start: var(--layout-start); background: #18262e; color: #f3f1ea; }
  .area-masthead h1 { font-size: 20px; line-height: 24px; }
  .area-search { display: grid; grid-template-columns: 1fr 1fr; gap: 8px 16px; align-content: start; }
  label { display: grid; font-size: 14px; line-height: 20px; }
  select, input, button { box-sizing: border-box; width: 100%; height: 40px; padding: 0 8px; border: 1px solid #566871; background: #fff; font: inherit; font-size: 16px; }
  button { align-self: end; border-color: #0c6a5b; background: #0c6a5b; color: #fff; }
  article { grid-column: auto / span 4; grid-row: auto / span 7; overflow: hidden; padding: 4px 16px; border: 1px solid #c3c0b4; box-sizing: border-box; }
  article h2 { font-size: 20px; }
  article p { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
  .area-map { background: #cfe0e4; overflow: hidden; }
  .area-map svg { display: block; width: 100%; height: 100%; }
  .area-fares, .area-timetable { padding-block-start: 8px; border-block-start: 2px solid #18262e; overflow: hidden; }
  .days { grid-template-rows: 40px; grid-auto-rows: 0; row-gap: 0; margin-block-start: 40px; overflow: hidden; }
  .days a { min-width: 0; overflow: hidden; background: #cfe0e4; color: inherit; font-size: 14px; line-height: 40px; text-align: center; text-decoration: none; white-space: nowrap; }
  dl { display: grid; grid-template-columns: 1fr auto; margin: 0; }
  dd { margin: 0; text-align: end; }
  @media (width < 600px) { article { height: 56px; margin-block-end: 8px; padding: 3px 8px; } }
  @media (width >= 1024px) { .area-search { grid-template-columns: 1fr; } }
</style>
<main class="layout-areas">
  <header class="area-masthead" data-area="masthead"><h1>Skerry Ferries</h1></header>
  <form class="area-search" data-area="search" method="dialog" aria-label="Search">
    <label>From <select><option>Skerry harbour<option>Holm pier</select></label>
    <label>To <select><option>Outer Holm<option>Stack landing</select></label>
    <label>Passengers <input type="number" value="2" min="1" max="9"></label>
    <button>Show sailings</button>
  </form>
  <section class="area-sailings" data-area="sailings" aria-label="Sailings">
    <article><h2>07:40</h2><p>To Outer Holm, 55 minutes</p></article>
    <article><h2>10:15</h2><p>To Outer Holm, 55 minutes</p></article>
    <article><h2>13:05</h2><p>By Stack landing, 80 minutes</p></article>
    <article><h2>17:30</h2><p>To Outer Holm, 55 minutes</p></article>
  </section>
  <section class="area-fares" data-area="fares" aria-label="Fares"><h2>Fares</h2><dl><dt>Passenger<dd>14.00<dt>Bicycle<dd>3.00<dt>Car<dd>38.00</dl></section>
  <section class="area-map" data-area="map" aria-label="Harbour map"><svg viewBox="0 0 400 200" preserveAspectRatio="xMinYMid slice" role="img" aria-label="Skerry harbour and the open sea"><path d="M0 0H120L150 60L90 120L130 200H0Z" fill="#8fa99a"/><path d="M120 66H190" stroke="#18262e" stroke-width="4"/></svg></section>
  <section class="area-timetable" data-area="timetable" aria-label="Timetable"><h2>Winter timetable</h2><p>From 1 November, four sailings a day; none on 25 December.</p></section>
</main>
<nav class="layout-grid days" aria-label="Sailings by day">${days}</nav>
</html>
`;

/** The demo's small booking page: a product that uses the published stylesheet, with the overlay snippet in it. */
export const GET = handler(() =>
  Promise.resolve(
    isDemo()
      ? new Response(page, { headers: { "Content-Type": "text/html; charset=utf-8", "Cache-Control": "no-cache" } })
      : { code: "not-found", detail: "The booking page is part of the demo only." },
  ),
);
