const faults: Readonly<Record<string, string>> = {
  wrong: "This address and password do not belong together. Check both and try again.",
  "too-many": "Too many attempts. Wait 15 minutes, then try again.",
};

/** A plain form: signing in works without scripts. What was typed as the address stays after a fault. */
export const SignInForm = ({ fault, email, back }: { readonly fault?: string; readonly email?: string; readonly back?: string }) => {
  const words = fault === undefined ? null : (faults[fault] ?? null);
  return (
    <form action="/session" method="post">
      <input type="hidden" name="back" value={back ?? "/specs"} />
      <div className="mb-3">
        <label className="form-label" htmlFor="email">
          E-mail address
        </label>
        <input
          className="form-control"
          id="email"
          name="email"
          type="email"
          autoComplete="username"
          required
          defaultValue={email}
          autoFocus={!email}
        />
      </div>
      <div className="mb-3">
        <label className="form-label" htmlFor="password">
          Password
        </label>
        <input
          className="form-control"
          id="password"
          name="password"
          type="password"
          autoComplete="current-password"
          required
          aria-describedby={words ? "sign-in-fault" : undefined}
          aria-invalid={words ? true : undefined}
        />
      </div>
      {words && (
        <p id="sign-in-fault" role="alert" className="fault">
          {words}
        </p>
      )}
      <button className="btn btn-primary">Sign in</button>
    </form>
  );
};
