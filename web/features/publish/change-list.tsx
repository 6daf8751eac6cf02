import { changesInWords, compareLayouts, type Layout } from "@ypsiline/core";
import { FromTo } from "@/ui/change-words";

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
          <FromTo from={from} to={to} />
        </li>
      ))}
    </ul>
  );
};
