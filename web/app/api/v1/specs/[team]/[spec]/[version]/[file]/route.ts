import { handler } from "@/server/handler";
import { publishedFile, type PublishedParams } from "@/server/published-file";

export const GET = handler<PublishedParams & { file: string }>((request, params) => publishedFile(request, params, params.file));
