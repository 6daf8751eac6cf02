/** What went wrong, in words; null if nothing did. */
const wordsOf = (fault: string | undefined, wait: string | undefined): string | null => {
  if (fault === "wrong") return "This address and password do not belong together. Check both and try again.";
  if (fault !== "too-many") return null;
  const seconds = /^\d{1,4}$/.test(wait ?? "") ? Number(wait) : 60;
  return `Too many attempts. Wait ${seconds === 1 ? "a second" : `${seconds} seconds`}, then try again.`;
};

/** A plain form: signing in works without scripts. What was typed as the address stays after a fault. */
export const SignInForm = ({
  fault,
  wait,
  email,
  back,
}: {
  readonly fault?: string;
  /** Seconds to wait, as the address has them. */
  readonly wait?: string;
  readonly email?: string;
  readonly back?: string;
}) => {
  const words = wordsOf(fault, wait);
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
