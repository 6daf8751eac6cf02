/** What is placed in rows: its columns are known, its row may be. Lines are counted from 1. */
export type Flowing = { readonly column: number; readonly span: number; readonly row?: number | undefined; readonly rowSpan: number };

type Taken = { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number };

const cells = ({ column, span, rowSpan }: Flowing, row: number): Taken => ({
  left: column,
  right: column + span,
  top: row,
  bottom: row + rowSpan,
});

const overlap = (a: Taken, b: Taken): boolean => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

/**
 * The row each item comes to, in the order given: CSS Grid's auto-placement of items with a definite column, sparse
 * packing (CSS Grid Layout Module Level 2, 8.5). Items with a row stand on it, over each other where they do. The others
 * follow one another: beside the one before where they start further on, in a later row otherwise, past every cell that is
 * taken. A cell is looked past as a whole, so that work follows the number of items and not of rows.
 */
export const flow = (items: readonly Flowing[]): readonly number[] => {
  const taken: Taken[] = items.flatMap((item) => (item.row === undefined ? [] : [cells(item, item.row)]));
  let cursor = { column: 1, row: 1 };
  return items.map((item) => {
    if (item.row !== undefined) return item.row;
    let row = item.column < cursor.column ? cursor.row + 1 : cursor.row;
    for (;;) {
      const wanted = cells(item, row);
      const inTheWay = taken.find((one) => overlap(one, wanted));
      if (!inTheWay) break;
      row = inTheWay.bottom;
    }
    cursor = { column: item.column, row };
    taken.push(cells(item, row));
    return row;
  });
};
