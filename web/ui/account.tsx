import { ChevronDown } from "lucide-react";
import Link from "next/link";

/** The menu of the signed-in person: their account and signing out. It works without scripts. */
export const Account = ({ email }: { readonly email: string }) => (
  <details className="account-menu">
    <summary className="btn btn-bar">
      Account <ChevronDown size={14} aria-hidden="true" />
    </summary>
    <div className="card-plain">
      <p className="quiet" title={email}>
        {email}
      </p>
      <Link href="/account" prefetch={false}>
        Your account
      </Link>
      <form action="/session" method="post">
        <button name="end" value="1">
          Sign out
        </button>
      </form>
    </div>
  </details>
);
