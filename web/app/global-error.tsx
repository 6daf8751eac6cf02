"use client";

/** Shown when not even the page around a page could be made. */
export default function GlobalError() {
  return (
    <html lang="en">
      <body>
        <main>
          <h1>Ypsiline could not make this page</h1>
          <p>
            What was saved is safe. <a href="/specs">Try again</a>
          </p>
        </main>
      </body>
    </html>
  );
}
