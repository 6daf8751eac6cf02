import type { DrawnHtml } from "@/wire/drawn";

/** A part of the page that a worker drew. All its text is escaped. */
export const DrawnPart = ({ html, className }: { readonly html: DrawnHtml; readonly className?: string }) => (
  <div className={className} dangerouslySetInnerHTML={{ __html: html }} />
);
