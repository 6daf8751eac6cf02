import type { ReactNode } from "react";

type Props = {
  /** What the table is of. */
  readonly label: string;
  readonly className?: string;
  readonly children: ReactNode;
};

/** A table that scrolls in its own box if it is wider than the page; with arrow keys while the box has the focus. */
export const TableScroll = ({ label, className = "", children }: Props) => (
  <div className={`table-scroll ${className}`} role="group" aria-label={label} tabIndex={0}>
    {children}
  </div>
);
