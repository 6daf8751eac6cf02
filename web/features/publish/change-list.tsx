import { changesInWords, compareLayouts, type Layout } from "@ypsiline/core";
import { NumText } from "@/ui/num";

/** What differs between two layouts, one line each: where, what, from and to. */
export const ChangeList = ({ before, after }: { readonly before: Layout; readonly after: Layout }) => {
  const words = changesInWords(compareLayouts(before, after), before, after);
  if (words.length === 0) return <p className="card-plain p-3">Nothing has changed.</p>;
  return (
    <ul className="card-plain list-unstyled mb-0">
      {words.map(({ where, what, from, to }) => (
        <li key={`${where} ${what}`} className="change">
          <span title={where}>{where}</span>
          <span>{what}</span>
          <span className="num num-wrap">
            <NumText text={from} /> <span aria-label="to">→</span> <NumText text={to} />
          </span>
        </li>
      ))}
    </ul>
  );
};
