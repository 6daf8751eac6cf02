import { readFile } from "node:fs/promises";
import { join } from "node:path";
import { guidePages } from "@/server/guide/pages";

/** Names of the pictures that the guide shows; no other file is read. */
const shown = new Set(guidePages.flatMap(({ html }) => [...html.matchAll(/\/guide\/pictures\/([\w-]+\.png)/g)].map(([, name]) => name)));

/** A picture of the application that a page of the guide shows, as docs/screenshots has it. */
export const GET = async (_: Request, { params }: { readonly params: Promise<{ name: string }> }): Promise<Response> => {
  const { name } = await params;
  if (!shown.has(name)) return new Response(null, { status: 404 });
  const picture = await readFile(join(process.cwd(), "..", "docs", "screenshots", name));
  return new Response(new Uint8Array(picture), { headers: { "Content-Type": "image/png", "Cache-Control": "public, max-age=3600" } });
};
