import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { GuideFrame } from "@/features/guide/guide-frame";
import { guidePages } from "@/server/guide/pages";
import "@/features/guide/guide.scss";

type Props = { readonly params: Promise<{ page: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { page } = await params;
  return { title: guidePages.find(({ slug }) => slug === page)?.title ?? "Guide" };
}

/** One page of the guide. Its HTML was written from docs/guide when the application was built. */
export default async function GuidePage({ params }: Props) {
  const { page } = await params;
  const index = guidePages.findIndex(({ slug }) => slug === page);
  const shown = guidePages[index];
  if (!shown) notFound();
  const next = guidePages[index + 1];
  return (
    <GuideFrame pages={guidePages} here={page} headings={shown.sections.slice(1)}>
      <h1>{shown.title}</h1>
      {/* Written by the build from this repository's own Markdown; nothing of a person's is in it. */}
      <div dangerouslySetInnerHTML={{ __html: shown.html }} />
      {next && (
        <p className="guide-next">
          Next: <a href={`/guide/${next.slug}`}>{next.title}</a>
        </p>
      )}
    </GuideFrame>
  );
}
