import { ledgerCells } from "./ledger-cells";

/** Selects breakpoints of the ledger together, to change them at once. */
export const PickBox = ({ label, picked, onPick }: { readonly label: string; readonly picked: boolean; readonly onPick: () => void }) => (
  <label className="tick">
    <input name={label} type="checkbox" className="form-check-input m-0" aria-label={label} checked={picked} onChange={onPick} />
  </label>
);

type HeadProps = {
  /** Whether all breakpoints are selected; null if none can be. */
  readonly picked: boolean | null;
  readonly onPick: () => void;
};

/** Headings of the ledger: what is typed, and what is worked out of it. */
export const LedgerHead = ({ picked, onPick }: HeadProps) => (
  <thead>
    <tr>
      {picked !== null && (
        <th scope="col" className="pick">
          <PickBox label="Select all breakpoints" picked={picked} onPick={onPick} />
        </th>
      )}
      {[...ledgerCells.map(({ label }) => label), "Column", "Halves", "Thirds", "Quarters", "Row pitch", "Baseline"].map((label, index) => (
        <th key={index} scope="col">
          {label}
        </th>
      ))}
    </tr>
  </thead>
);

type Props = { readonly count: number; readonly onChange: () => void; readonly onClear: () => void };

/** What can be done with the breakpoints that are selected. */
export const PickedBar = ({ count, onChange, onClear }: Props) => (
  <div className="picked-bar" role="status">
    <span>
      <strong>
        {count} {count === 1 ? "breakpoint" : "breakpoints"} selected
      </strong>
      <button type="button" className="btn btn-sm btn-primary" onClick={onChange}>
        Change…
      </button>
      <button type="button" className="btn btn-sm btn-quiet" onClick={onClear}>
        Clear
      </button>
    </span>
  </div>
);
