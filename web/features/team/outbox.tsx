import type { OutboxLetter } from "@/server/teams/team";
import { timeText } from "@/ui/dates";

/** Letters of a team: their progress if sent by mail; without mail, leads pass them on. */
export const Outbox = ({ letters, mail }: { readonly letters: readonly OutboxLetter[]; readonly mail: boolean }) => (
  <section aria-labelledby="outbox-title">
    <h2 id="outbox-title">Outbox</h2>
    <p className="quiet">
      {mail
        ? "The e-mails of this team, and whether each was sent."
        : "This instance cannot send e-mail (no demo can), so leads pass these messages on by hand. Whoever has the secret link in a message can join as the person it was made for."}
    </p>
    {letters.length === 0 && <p className="card-plain p-3 quiet">No messages yet. Invitations of this team appear here.</p>}
    {letters.map((letter, index) => (
      <details key={index} className="card-plain letter">
        <summary>
          {letter.subject} <span className="quiet">to {letter.recipient}, </span>
          <span className="num quiet">{timeText(letter.at)}</span> {letter.state !== "kept" && <span className="tag">{letter.state}</span>}
        </summary>
        <p className="num-wrap">{letter.body}</p>
        {letter.answer !== "" && <p className="quiet mb-0">The mail server: {letter.answer}</p>}
      </details>
    ))}
  </section>
);
