import { layoutJsonSchema } from "@ypsiline/core";

export const dynamic = "force-static";

export const GET = (): Response =>
  Response.json(layoutJsonSchema(), { headers: { "Content-Type": "application/schema+json", "Cache-Control": "public, max-age=3600" } });
