import type { ReactNode } from "react";
import { Mark } from "./mark";

/** The dark bar of a page that is read by many and loads little: links are plain. */
export const PlainBar = ({
  above = [],
  here = "",
  children,
}: {
  readonly above?: readonly (readonly [string, string])[];
  readonly here?: string;
  readonly children?: ReactNode;
}) => (
  <header className="bar">
    <a href="/specs" className="brand">
      <Mark />
      Ypsiline
    </a>
    {above.map(([label, href]) => (
      <span key={href} className="crumb-step">
        <a href={href} className="crumb" title={label}>
          {label}
        </a>
        <span className="crumb" aria-hidden="true">
          /
        </span>
      </span>
    ))}
    <span className="here">{here}</span>
    <span className="space" />
    {children}
  </header>
);
