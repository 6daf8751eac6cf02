import "@fontsource-variable/archivo/wght.css";
import "@fontsource-variable/recursive/mono.css";
import "@/generated/layout.css";
import "@/ui/theme.scss";
import "@/ui/bar.scss";
import "@/ui/spec-choice.scss";
import "@/ui/spec-views.scss";
import "@/ui/split.scss";
import "@/ui/picture/picture.scss";
import "@/features/sign-in/sign-in.scss";
import "@/features/account/account.scss";
import "@/features/specs/specs.scss";
import "@/draft/draft.scss";
import "@/features/whole-pixel-sets/sets.scss";
import "@/features/widths/widths.scss";
import "@/features/try/try.scss";
import "@/features/fit/fit.scss";
import "@/features/workbench/workbench.scss";
import "@/features/publish/publish.scss";
import "@/features/compare/compare.scss";
import "@/features/team/team.scss";
import "@/features/import/import.scss";
import "@/features/follow/follow.scss";
import "@/features/hand-off/hand-off.scss";
import "@/ui/areas-plan.scss";
import "@/ui/change-tables.scss";
import "@/ui/choice.scss";
import "@/ui/downloads.scss";
import type { Metadata, Viewport } from "next";
import { cookies, headers } from "next/headers";
import type { ReactNode } from "react";
import { numberFormOf, numbersCookie } from "@/server/identity/number-form";
import { recordInputScript } from "@/ui/recorded-input";
import { ReplayInput } from "@/ui/replay-input";
import { numbers as numbersFont, words } from "./fonts";

export const metadata: Metadata = {
  title: { default: "Ypsiline", template: "%s · Ypsiline" },
  description: "Layout specifications, checked to the pixel.",
  icons: { icon: "/icon.svg" },
};
export const viewport: Viewport = { width: "device-width", initialScale: 1, themeColor: "#18262e" };

/** Reading a cookie makes every page one that is written for its request, so that scripts carry that request's nonce. */
export default async function RootLayout({ children }: { readonly children: ReactNode }) {
  const numbers = numberFormOf((await cookies()).get(numbersCookie)?.value);
  const nonce = /'nonce-([^']+)'/.exec((await headers()).get("content-security-policy") ?? "")?.[1];
  return (
    <html lang="en" data-numbers={numbers} className={`${words.variable} ${numbersFont.variable}`}>
      <body>
        {/* Browsers hide a nonce once it is read, so that the page has none where the server had one. */}
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: recordInputScript }} />
        {children}
        <ReplayInput />
      </body>
    </html>
  );
}
