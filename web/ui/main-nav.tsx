import Link from "next/link";

type Here = "specs" | "team" | "inbox";

type Props = {
  readonly here: Here | null;
  /** The teams somebody is in: of one the way leads to it, of several to a list of them. */
  readonly teams: readonly { readonly team: string }[];
  readonly unread: number;
};

/** The pages somebody moves between: specs, their team or teams, and what concerns them. */
export const MainNav = ({ here, teams: [first, ...more], unread }: Props) => {
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
      {first && (more.length > 0 ? link("team", "/teams", "Teams") : link("team", `/teams/${first.team}`, "Team"))}
      {link("inbox", "/inbox", "Inbox")}
      <a href="/guide" className="crumb">
        Guide
      </a>
    </nav>
  );
};
