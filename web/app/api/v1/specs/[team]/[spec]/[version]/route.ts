import { handler } from "@/server/handler";
import type { PublishedParams } from "@/server/published-file";
import { requestedFile } from "@/server/requested-file";

export const GET = handler<PublishedParams>((request, params) => requestedFile(request, params, "layout.json"));
