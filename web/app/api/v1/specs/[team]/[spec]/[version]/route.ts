import { handler } from "@/server/handler";
import { publishedFile, type PublishedParams } from "@/server/published-file";

export const GET = handler<PublishedParams>((request, params) => publishedFile(request, params, "layout.json"));
