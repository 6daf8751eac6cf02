import dynamic from "next/dynamic";
import { NumbersLedger } from "../ledger/numbers-ledger";
import type { Facet } from "./facet";

// Fetched when the facet is first opened. Not drawn by the server, because anything typed before it is ready would be
// lost.
const BaseLine = dynamic(() => import("../sums/base-line").then((module) => module.BaseLine), {
  ssr: false,
  loading: () => <div className="sum-waiting" />,
});

export const base: Facet = {
  id: "base",
  name: "Base",
  said: "mesh",
  layer: "mesh",
  measures: "widths",
  numbersRows: false,
  Line: (props) => <BaseLine {...props} />,
  Ledger: NumbersLedger,
};
