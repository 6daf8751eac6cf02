import localFont from "next/font/local";

// The two fonts of every page, requested together with the page and loaded before it is first drawn, because text that
// changes its width later would move everything below. Characters outside these files come from the stylesheets in
// layout.tsx.
export const words = localFont({
  src: "../../node_modules/@fontsource-variable/archivo/files/archivo-latin-wght-normal.woff2",
  variable: "--font-words",
  weight: "100 900",
  display: "optional",
  adjustFontFallback: false,
});
export const numbers = localFont({
  src: "../../node_modules/@fontsource-variable/recursive/files/recursive-latin-mono-normal.woff2",
  variable: "--font-numbers",
  weight: "300 1000",
  display: "optional",
  adjustFontFallback: false,
});
