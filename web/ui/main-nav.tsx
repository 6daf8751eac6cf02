import Link from "next/link";

type Here = "specs" | "team" | "inbox";

/** The pages somebody moves between: specs, the team, and what concerns them. */
export const MainNav = ({ here, team, unread }: { readonly here: Here | null; readonly team: string | null; readonly unread: number }) => {
  const link = (id: Here, href: string, label: string) => (
    <Link href={href} prefetch={false} aria-current={here === id ? "page" : undefined} className={here === id ? "tab-here" : "crumb"}>
      {label}
      {id === "inbox" && unread > 0 && (
        <span className="unread num" aria-label={`, ${unread} unread`}>
          {unread}
        </span>
      )}
    </Link>
  );
  return (
    <nav aria-label="Main" className="d-flex gap-3 align-items-center">
      {link("specs", "/specs", "Specs")}
      {team !== null && link("team", `/teams/${team}`, "Team")}
      {link("inbox", "/inbox", "Inbox")}
    </nav>
  );
};
