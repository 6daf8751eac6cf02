import type { Metadata } from "next";
import { EndTokenForm } from "@/features/team/end-token-form";
import { NarrowPage } from "@/ui/narrow-page";

export const metadata: Metadata = { title: "End an access token" };

/** For somebody who found an access token where it should not be: it ends without an account. */
export default function EndTokenPage() {
  return (
    <NarrowPage title="End an access token">
      <p>
        Have you found an access token of this instance where it should not be, such as in a public repository? End it here. It begins with{" "}
        <span className="num">ypsl_</span>.
      </p>
      <EndTokenForm />
    </NarrowPage>
  );
}
