import { readFile } from "node:fs/promises";
import { join } from "node:path";
import { handler } from "@/server/requests/handler";

/** The fonts that are sent with the application, and the packages they come from. */
const fonts = [
  { name: "Archivo", package: "@fontsource-variable/archivo" },
  { name: "Recursive", package: "@fontsource-variable/recursive" },
  { name: "DejaVu (in PDF files)", package: "dejavu-fonts-ttf" },
] as const;

/** The licences of the fonts, which ask to be sent with them. */
export const GET = handler(async () => {
  const texts = await Promise.all(
    fonts.map(async (font) => {
      const text = await readFile(join(process.cwd(), "..", "node_modules", font.package, "LICENSE"), "utf8");
      return `${font.name}\n${"=".repeat(font.name.length)}\n\n${text.trim()}\n`;
    }),
  );
  return new Response(texts.join("\n\n"), { headers: { "Content-Type": "text/plain; charset=utf-8" } });
});
