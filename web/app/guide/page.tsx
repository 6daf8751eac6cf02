import type { Metadata } from "next";
import { GuideFrame } from "@/features/guide/guide-frame";
import { guidePages, searchGuide } from "@/server/guide/pages";
import { queryOf } from "@/server/http/query";
import "@/features/guide/guide.scss";

export const metadata: Metadata = { title: "Guide" };

type Props = { readonly searchParams: Promise<Record<string, string | string[] | undefined>> };

/** The guide's first page: its pages with what each is about, or what was searched for. */
export default async function GuideIndex({ searchParams }: Props) {
  const search = ((await queryOf(searchParams))["q"] ?? "").trim();
  const hits = searchGuide(search);
  return (
    <GuideFrame pages={guidePages} here={null} search={search}>
      <h1>{search === "" ? "Guide" : `Search: ${search}`}</h1>
      {search !== "" && hits.length === 0 && <p>Nothing in the guide has all of these words. Try fewer, or a part of one.</p>}
      <ul className="guide-list">
        {search === ""
          ? guidePages.map(({ slug, title, summary }) => (
              <li key={slug}>
                <a href={`/guide/${slug}`}>{title}</a>
                <p>{summary}</p>
              </li>
            ))
          : hits.map(({ href, page, title, around }) => (
              <li key={href}>
                <a href={href}>{title}</a>
                {title !== page && <span className="quiet"> in {page}</span>}
                <p>{around}</p>
              </li>
            ))}
      </ul>
      {search === "" && (
        <p className="quiet">
          <a href="/licences">Licences of the fonts</a>
        </p>
      )}
    </GuideFrame>
  );
}
