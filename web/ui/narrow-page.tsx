import type { ReactNode } from "react";
import { TopBar } from "./brand";

/** A page of one form: who somebody is, before they are anywhere. */
export const NarrowPage = ({ title, children }: { readonly title: string; readonly children: ReactNode }) => (
  <>
    <TopBar />
    <main className="page join">
      <div className="card-plain p-4">
        <h1 className="mb-2">{title}</h1>
        {children}
      </div>
    </main>
  </>
);
