import { parseWith } from "@ypsiline/core";
import { exportQuery } from "@/wire/api";
import { addressOf, handler } from "@/server/requests/handler";
import { workedResponse } from "@/server/requests/computed";
import { heavy, stranger } from "@/server/heavy/heavy";
import { asGot, readJsonText } from "@/server/http/request-body";
import { queryMembers } from "@/server/writing/file-query";

export const POST = handler(async (request) => {
  const members = queryMembers(new URL(request.url).searchParams);
  if (!members.ok) return members.problem;
  const query = asGot(parseWith(exportQuery, members.value), "malformed");
  if (!query.ok) return query.problem;
  const text = await readJsonText(request);
  if (!text.ok) return text.problem;
  return workedResponse(
    await heavy(stranger(addressOf(request.headers)), { kind: "export", query: query.value, body: text.value }, request.signal),
  );
});
