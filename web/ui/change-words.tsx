import { NumText } from "./num";

/** "20 → 24", or only "added" and "removed". */
export const FromTo = ({ from, to }: { readonly from: string; readonly to: string }) => (
  <span className="num num-wrap">
    {from !== "" && (
      <>
        <NumText text={from} /> →{" "}
      </>
    )}
    <NumText text={to} />
  </span>
);
