import Link from "next/link";

/** Who is signed in, with the way to their own page, and the way out; a plain form, so that it works without scripts. */
export const Account = ({ email }: { readonly email: string }) => (
  <form action="/session" method="post" className="d-flex align-items-center gap-2">
    <Link className="crumb d-none d-md-inline" href="/account" prefetch={false} title="Your account">
      {email}
    </Link>
    <button className="btn btn-sm btn-bar" name="end" value="1">
      Sign out
    </button>
  </form>
);
