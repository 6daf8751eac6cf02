type Props = {
  readonly page: number;
  readonly size: number;
  readonly total: number | null;
  readonly more: boolean;
  /** What the address keeps beside the page. */
  readonly query: Readonly<Record<string, string | undefined>>;
  readonly what: string;
};

const address = (query: Props["query"], page: number): string => {
  const kept = Object.entries(query).filter((entry): entry is [string, string] => entry[1] !== undefined && entry[1] !== "");
  return `?${new URLSearchParams([...kept, ...(page > 1 ? [["page", String(page)]] : [])])}`;
};

/** The position of a page of a list, with links to the pages beside it; nothing if there is only one page. */
export const Pager = ({ page, size, total, more, query, what }: Props) => {
  if (page === 1 && !more) return null;
  const first = (page - 1) * size + 1;
  return (
    <nav className="pager" aria-label={`Pages of ${what}`}>
      {page > 1 ? (
        <a className="btn btn-sm btn-quiet" href={address(query, page - 1)} rel="prev">
          Before
        </a>
      ) : (
        <span />
      )}
      <span className="quiet">
        {total === null ? (
          <>
            Page <span className="num">{page}</span>
          </>
        ) : (
          <>
            <span className="num">
              {Math.min(first, total)}–{Math.min(page * size, total)}
            </span>{" "}
            of <span className="num">{total.toLocaleString("en")}</span> {what}
          </>
        )}
      </span>
      {more ? (
        <a className="btn btn-sm btn-quiet" href={address(query, page + 1)} rel="next">
          After
        </a>
      ) : (
        <span />
      )}
    </nav>
  );
};
