import { formatIds, formats, parseWith } from "@ypsiline/core";
import { importQuery } from "@/wire/api";
import { addressOf, handler } from "@/server/requests/handler";
import { workedResponse } from "@/server/requests/computed";
import { heavy, stranger } from "@/server/heavy/heavy";
import { asGot, mebibyte, readText, requireType } from "@/server/http/request-body";
import { queryMembers } from "@/server/writing/file-query";

/** JSON is distinguished by its content, other kinds by their media type. */
const types = formatIds.filter((id) => formats[id].read !== null).flatMap((id) => formats[id].mediaTypes);

export const POST = handler(async (request) => {
  const members = queryMembers(new URL(request.url).searchParams);
  if (!members.ok) return members.problem;
  const query = asGot(parseWith(importQuery, members.value), "malformed");
  if (!query.ok) return query.problem;
  let format = query.value.format ?? null;
  if (!format) {
    const wrongType = requireType(request, types);
    if (wrongType) return wrongType;
    const type = request.headers.get("content-type")?.split(";")[0]?.trim().toLowerCase() ?? "";
    format = type === "application/json" ? null : (formatIds.find((id) => formats[id].mediaTypes.includes(type)) ?? null);
  }
  const text = await readText(request, 5 * mebibyte);
  if (!text.ok) return text.problem;
  return workedResponse(await heavy(stranger(addressOf(request.headers)), { kind: "import", format, text: text.value }, request.signal));
});
