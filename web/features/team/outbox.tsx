import type { OutboxLetter } from "@/server/team";
import { timeText } from "@/ui/dates";

/** Letters that would have been sent by mail: the stand-in for it. */
export const Outbox = ({ letters }: { readonly letters: readonly OutboxLetter[] }) => (
  <section aria-labelledby="outbox-title">
    <h2 id="outbox-title">Outbox</h2>
    <p className="quiet">
      No mail is set up on this instance, as on every demo: letters stand here for leads to pass on by hand, with the secret links in them.
      Whoever has a link can join by it in the name of the address it was made for.
    </p>
    {letters.length === 0 && <p className="card-plain p-3 quiet">Nothing yet.</p>}
    {letters.map((letter, index) => (
      <details key={index} className="card-plain letter">
        <summary>
          {letter.subject} <span className="quiet">to {letter.recipient}, </span>
          <span className="num quiet">{timeText(letter.at)}</span>
        </summary>
        <p className="num-wrap">{letter.body}</p>
      </details>
    ))}
  </section>
);
