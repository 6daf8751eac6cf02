import { handler } from "@/server/requests/handler";
import type { PublishedParams } from "@/server/requests/published-file";
import { requestedFile } from "@/server/requests/requested-file";

export const GET = handler<PublishedParams & { file: string }>((request, params) => requestedFile(request, params, params.file));
