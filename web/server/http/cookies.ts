import { site } from "../settings/settings";

/**
 * The name of a cookie on this instance. Under https it begins with `__Host-`: browsers then send it over https only and to
 * no other host of the domain (RFC 6265bis, 4.1.3.2). Such a cookie is sent with every path.
 */
export const cookieName = (name: string): string => (site().startsWith("https:") ? `__Host-${name}` : name);

/** The value of a cookie in a Cookie header. */
export const cookieIn = (header: string | null, name: string): string | null =>
  header
    ?.split(/;\s*/)
    .find((one) => one.startsWith(`${name}=`))
    ?.slice(name.length + 1) ?? null;
