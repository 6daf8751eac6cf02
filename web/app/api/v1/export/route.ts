import { parseWith } from "@ypsiline/core";
import { exportQuery, exportRequest } from "@/server/api-schemas";
import { handler } from "@/server/handler";
import { asGot, readJson } from "@/server/request-body";
import { writeOptions } from "@/server/writing/named-file";
import { writeFile } from "@/server/writing/write-file";

export const POST = handler(async (request) => {
  const query = asGot(parseWith(exportQuery, Object.fromEntries(new URL(request.url).searchParams)), "malformed");
  if (!query.ok) return query.problem;
  const body = await readJson(request, exportRequest);
  if (!body.ok) return body.problem;
  const { layout, breakpoint = null } = body.value;
  const file = writeFile(layout, query.value.format, writeOptions({ ...query.value, density: 1 }, breakpoint));
  return file.ok ? new Response(file.text, { headers: { "Content-Type": file.mediaType } }) : file.problem;
});
