import { openApi } from "@/server/http/openapi";

export const dynamic = "force-static";

export const GET = (): Response => Response.json(openApi(), { headers: { "Cache-Control": "public, max-age=3600" } });
