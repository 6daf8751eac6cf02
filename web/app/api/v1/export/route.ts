import { parseWith } from "@ypsiline/core";
import { exportQuery, exportRequest } from "@/server/api-schemas";
import { writeFile } from "@/server/files";
import { handler } from "@/server/handler";
import { asGot, readJson } from "@/server/request-body";

export const POST = handler(async (request) => {
  const query = asGot(parseWith(exportQuery, Object.fromEntries(new URL(request.url).searchParams)), "malformed");
  if (!query.ok) return query.problem;
  const body = await readJson(request, exportRequest);
  if (!body.ok) return body.problem;
  const { layout, breakpoint } = body.value;
  if (breakpoint !== undefined && !layout.breakpoints.some(({ id }) => id === breakpoint))
    return {
      code: "unprocessable",
      detail: `/breakpoint names no breakpoint of the layout.`,
      issues: [{ path: "/breakpoint", message: "names no breakpoint" }],
    };
  const { text, mediaType } = writeFile(layout, query.value);
  return new Response(text, { headers: { "Content-Type": mediaType } });
});
