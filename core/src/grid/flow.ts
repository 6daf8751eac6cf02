/** An item that is placed in rows. Its columns are given, its row may be. Lines are counted from 1. */
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
 * The row of each item, in the given order: CSS Grid's auto-placement for items with a definite column and sparse
 * packing (CSS Grid Layout Module Level 2, 8.5). Items with a row stay there and may overlap. The others follow one
 * another: in the same row if they start further on, otherwise in a later row, skipping occupied cells. Occupied cells
 * are skipped as a whole, so that the work depends on the number of items, not of rows.
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
