import { handler } from "@/server/requests/handler";

const nothingHere = handler<{ path: string[] }>((_request, { path }) =>
  Promise.resolve({ code: "not-found" as const, detail: `There is no /api/${path.join("/")}; /api/v1/openapi.json lists what there is.` }),
);

export const GET = nothingHere;
export const POST = nothingHere;
export const PUT = nothingHere;
export const PATCH = nothingHere;
export const DELETE = nothingHere;
