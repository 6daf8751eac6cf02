import { limits } from "@ypsiline/core";
import type { Metadata } from "next";
import { tryFills } from "@/features/try/fills";
import { TryPage } from "@/features/try/try-page";
import { contentOf } from "@/server/specs/area-content";
import { database } from "@/server/database/database";
import { requireSpec } from "@/server/requests/page";
import { queryOf } from "@/server/http/query";

type Props = {
  readonly params: Promise<{ team: string; spec: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
};

export const metadata: Metadata = { title: "Try it in a page" };

/** The addresses of the areas' pictures; a replaced one has a new address. */
const addressesOf = (path: string, pictures: Readonly<Record<string, Date>>): Readonly<Record<string, string>> =>
  Object.fromEntries(Object.entries(pictures).map(([area, at]) => [area, `${path}/${area}/picture?at=${at.getTime()}`]));

export default async function TryItPage({ params, searchParams }: Props) {
  const { team, spec } = await params;
  const { spec: found } = await requireSpec(team, spec, "read-draft");
  const asked = await queryOf(searchParams);
  const wide = asked["width"] ?? "";
  const width = /^\d{1,5}(\.\d{1,3})?$/.test(wide) && Number(wide) >= 1 && Number(wide) <= limits.size ? Number(wide) : null;
  const { content, pictures } = await contentOf(database(), found.id);
  const sample = tryFills.find((one) => one === asked["sample"]) ?? "plain";
  return (
    <TryPage
      width={width}
      show={asked["show"] === "all" ? "all" : "one"}
      fill={sample}
      content={content}
      pictures={addressesOf(`/api/specs/${found.team}/${found.slug}/content`, pictures)}
    />
  );
}
