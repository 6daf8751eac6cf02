import { type NumberForm, numberForms } from "@/wire/shapes";
import { cookieOptions } from "./sign-in";

/** The cookie with the account's number format, so that pages without database access have it too. */
export const numbersCookie = "ypsiline_numbers";

export const numbersCookieOptions = () => ({ ...cookieOptions(), httpOnly: false, maxAge: 400 * 86_400 }) as const;

export const numberFormOf = (text: string | undefined): NumberForm => numberForms.find((form) => form === text) ?? "fractions";
