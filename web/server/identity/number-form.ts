import { type NumberForm, numberForms } from "@/wire/shapes";
import { cookieOptions } from "./sign-in";

/** Carries the account's number form to every page of a browser, those included that ask nothing of the database. */
export const numbersCookie = "ypsiline_numbers";

export const numbersCookieOptions = () => ({ ...cookieOptions(), httpOnly: false, maxAge: 400 * 86_400 }) as const;

export const numberFormOf = (text: string | undefined): NumberForm => numberForms.find((form) => form === text) ?? "fractions";
