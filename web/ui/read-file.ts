import { formatOf, type FormatId, type Issue, type Layout, type ReadChoice } from "@ypsiline/core";

/** Largest file that is read, bytes. */
const largest = 5 * 1024 * 1024;

export type ReadFile =
  | {
      readonly kind: "read";
      readonly name: string;
      readonly format: FormatId;
      readonly layout: Layout;
      readonly lost: readonly string[];
      readonly findings: number;
      /** The grid of the file, and the others to choose from if the file has several. */
      readonly grid: string | null;
      readonly others: readonly ReadChoice[];
    }
  | { readonly kind: "refused"; readonly name: string; readonly detail: string; readonly issues: readonly Issue[] };

/** Reads a file of a layout through the server's import. What is wrong with it comes back as data, its text is never shown. */
export const readLayoutFile = async (file: File, signal: AbortSignal): Promise<ReadFile> => {
  const refused = (detail: string, issues: readonly Issue[] = []): ReadFile => ({ kind: "refused", name: file.name, detail, issues });
  if (file.size > largest) return refused(`The file is ${(file.size / 1024 / 1024).toFixed(1)} MiB; 5 MiB is the most.`);
  if (file.size === 0) return refused("The file is empty.");
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true }).decode(await file.arrayBuffer());
  } catch {
    return refused("The file is not UTF-8 text. Save it as UTF-8 and choose it again.");
  }
  const format = formatOf(text, file.name);
  try {
    const response = await fetch(`/api/v1/import?format=${format}`, {
      method: "POST",
      body: text,
      headers: { "Content-Type": "text/plain" },
      signal,
    });
    const body = (await response.json()) as {
      layout: Layout;
      lost: string[];
      findings: unknown[];
      grid?: string;
      others?: ReadChoice[];
      detail?: string;
      errors?: Issue[];
    };
    return response.ok
      ? {
          kind: "read",
          name: file.name,
          format,
          layout: body.layout,
          lost: body.lost,
          findings: body.findings.length,
          grid: body.grid ?? null,
          others: body.others ?? [],
        }
      : refused(body.detail ?? "The file could not be read.", body.errors ?? []);
  } catch {
    return refused(signal.aborted ? "Reading was cancelled." : "The server does not answer. Nothing has changed.");
  }
};
