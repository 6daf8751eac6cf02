import type { ReactNode } from "react";
import { PlainBar } from "@/ui/plain-bar";

type Props = {
  readonly pages: readonly { readonly slug: string; readonly title: string }[];
  /** The page that is read; null on the guide's first page. */
  readonly here: string | null;
  /** Headings of the page that is read. */
  readonly headings?: readonly { readonly id: string; readonly title: string }[];
  readonly search?: string;
  readonly children: ReactNode;
};

/** What every page of the guide has: its bar, a search, and the list of pages. It is read without scripts and without an account. */
export const GuideFrame = ({ pages, here, headings = [], search = "", children }: Props) => (
  <>
    <PlainBar above={here === null ? [] : [["Guide", "/guide"]]} here={pages.find(({ slug }) => slug === here)?.title ?? "Guide"}>
      <a className="btn btn-bar" href="/specs">
        Specs
      </a>
    </PlainBar>
    <div className="page guide">
      <nav aria-label="Pages of the guide" className="guide-pages">
        <form action="/guide" role="search">
          <label className="visually-hidden" htmlFor="guide-search">
            Search the guide
          </label>
          <input
            id="guide-search"
            name="q"
            type="search"
            className="form-control"
            placeholder="Search the guide"
            defaultValue={search}
            maxLength={100}
          />
        </form>
        <ul>
          {pages.map(({ slug, title }) => (
            <li key={slug}>
              <a href={`/guide/${slug}`} aria-current={slug === here ? "page" : undefined}>
                {title}
              </a>
              {slug === here && headings.length > 0 && (
                <ul>
                  {headings.map(({ id, title: heading }) => (
                    <li key={id}>
                      <a href={`#${id}`}>{heading}</a>
                    </li>
                  ))}
                </ul>
              )}
            </li>
          ))}
        </ul>
      </nav>
      <main className="guide-page">{children}</main>
    </div>
  </>
);
