import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { type ProblemCode, problemKinds } from "@/server/http/problem";
import { NarrowPage } from "@/ui/narrow-page";

type Props = { readonly params: Promise<{ code: string }> };

const isCode = (code: string): code is ProblemCode => Object.hasOwn(problemKinds, code);

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { code } = await params;
  return { title: isCode(code) ? problemKinds[code].title : "Nothing here" };
}

/** What a problem document's `type` leads to (RFC 9457): what this kind of problem means, and what helps. */
export default async function ProblemPage({ params }: Props) {
  const { code } = await params;
  if (!isCode(code)) notFound();
  const { status, title, about } = problemKinds[code];
  return (
    <NarrowPage title={title}>
      <p>{about}</p>
      <p className="quiet mb-0">
        Answered with status <span className="num">{status}</span>, as a problem of type <span className="num">/problems/{code}</span>.
      </p>
    </NarrowPage>
  );
}
