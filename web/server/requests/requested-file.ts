import { addressOf } from "./handler";
import { cookieIn } from "../http/cookies";
import type { Problem } from "../http/problem";
import { publishedFile, type PublishedParams } from "./published-file";
import { sessionCookie } from "../identity/sign-in";
import { bearerToken } from "../identity/tokens";
import { responseOf } from "../http/file-response";

/** Answers a web request for a file of a version. */
export const requestedFile = async (request: Request, params: PublishedParams, file: string): Promise<Response | Problem> => {
  const answer = await publishedFile({
    ...params,
    file,
    search: new URL(request.url).searchParams,
    ifNoneMatch: request.headers.get("if-none-match"),
    address: addressOf(request.headers),
    credentials: { session: cookieIn(request.headers.get("cookie"), sessionCookie()), bearer: bearerToken(request.headers) },
  });
  return "status" in answer ? responseOf(answer) : answer;
};
