import { check, formatIds, formatOf, formats, parseWith } from "@ypsiline/core";
import { checkAnswer } from "@/server/api-answers";
import { importQuery } from "@/server/api-schemas";
import { handler } from "@/server/handler";
import { asGot, mebibyte, readText, requireType, sentence } from "@/server/request-body";

/** JSON is told apart by its content, other kinds by their media type. */
const types = formatIds.filter((id) => formats[id].read !== null).flatMap((id) => formats[id].mediaTypes);

export const POST = handler(async (request) => {
  const query = asGot(parseWith(importQuery, Object.fromEntries(new URL(request.url).searchParams)), "malformed");
  if (!query.ok) return query.problem;
  let format = query.value.format;
  let guessed = false;
  if (!format) {
    const wrongType = requireType(request, types);
    if (wrongType) return wrongType;
    const type = request.headers.get("content-type")?.split(";")[0]?.trim().toLowerCase() ?? "";
    format = formatIds.find((id) => formats[id].mediaTypes.includes(type)) ?? "layout";
    guessed = type === "application/json";
  }
  const text = await readText(request, 5 * mebibyte);
  if (!text.ok) return text.problem;
  if (guessed) format = formatOf(text.value, "x.json");
  const reader = formats[format].read;
  if (!reader) return { code: "malformed", detail: `A layout cannot be read back from ${format}.` };
  const read = reader(text.value);
  if (!read.ok) return { code: "unprocessable", detail: sentence(read.issues), issues: read.issues };
  return Response.json({ layout: read.layout, findings: checkAnswer(check(read.layout), read.layout).findings, lost: read.lost });
});
