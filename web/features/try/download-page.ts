import { type Layout, type PageContent, plainCss, writeCss, writePage } from "@ypsiline/core";
import type { Picture } from "./content-panel";

/** The ending of a picture's file by its media type. */
const endings: Readonly<Record<string, string>> = { "image/png": "png", "image/jpeg": "jpg", "image/webp": "webp" };

/** Downloads the page with its content, its stylesheet and its pictures, as one ZIP made in this browser. */
export const downloadPage = async (
  layout: Layout,
  content: PageContent,
  pictures: Readonly<Record<string, Picture>>,
  spec: string,
): Promise<void> => {
  const { zipSync, strToU8 } = await import("fflate");
  const files: Record<string, Uint8Array> = {};
  const names: Record<string, string> = {};
  for (const [area, { file, address }] of Object.entries(pictures)) {
    if (content[area]?.kind !== "picture") continue;
    const picture = file ?? (await (await fetch(address)).blob());
    const name = `${area}.${endings[picture.type] ?? "bin"}`;
    files[name] = new Uint8Array(await picture.arrayBuffer());
    names[area] = name;
  }
  files["page.html"] = strToU8(writePage(layout, { query: "media", sample: "own", css: null, content, pictures: names }));
  files["layout.css"] = strToU8(writeCss(layout, plainCss));
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([zipSync(files)], { type: "application/zip" }));
  link.download = `${spec}-page.zip`;
  link.click();
  // The browser has begun to save it by then.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
};
