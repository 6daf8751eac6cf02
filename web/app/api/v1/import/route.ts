import { check, formatIds, formats, parseWith } from "@ypsiline/core";
import { checkAnswer } from "@/server/api-answers";
import { importQuery } from "@/server/api-schemas";
import { handler } from "@/server/handler";
import { asGot, mebibyte, readText, requireType, sentence } from "@/server/request-body";

const types = formatIds.flatMap((id) => formats[id].mediaTypes);

export const POST = handler(async (request) => {
  const query = asGot(parseWith(importQuery, Object.fromEntries(new URL(request.url).searchParams)), "malformed");
  if (!query.ok) return query.problem;
  let format = query.value.format;
  if (!format) {
    const wrongType = requireType(request, types);
    if (wrongType) return wrongType;
    const type = request.headers.get("content-type")?.split(";")[0]?.trim().toLowerCase() ?? "";
    format = formatIds.find((id) => formats[id].mediaTypes.includes(type)) ?? "layout";
  }
  const text = await readText(request, 5 * mebibyte);
  if (!text.ok) return text.problem;
  const read = formats[format].read(text.value);
  if (!read.ok) return { code: "unprocessable", detail: sentence(read.issues), issues: read.issues };
  return Response.json({ layout: read.layout, findings: checkAnswer(check(read.layout), read.layout).findings, lost: read.lost });
});
