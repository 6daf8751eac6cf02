/** Who is signed in, and the way out; a plain form, so that it works without scripts. */
export const Account = ({ email }: { readonly email: string }) => (
  <form action="/session" method="post" className="d-flex align-items-center gap-2">
    <span className="crumb d-none d-md-inline">{email}</span>
    <button className="btn btn-sm btn-bar" name="end" value="1">
      Sign out
    </button>
  </form>
);
