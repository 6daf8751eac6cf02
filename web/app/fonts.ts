import localFont from "next/font/local";

// The two fonts of every page, asked for along with the page itself and waited for before its first drawing: text that changed
// its widths after it would move what stands below. Letters outside these files come from the stylesheets in layout.tsx.
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
