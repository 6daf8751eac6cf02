import Link from "next/link";
import type { ReactNode } from "react";

/** Breadcrumbs: links to the pages above, then this page. */
export const Crumbs = ({
  above,
  children,
}: {
  readonly above: readonly (readonly [label: string, href: string])[];
  readonly children: ReactNode;
}) => (
  <>
    {above.map(([label, href]) => (
      <span key={href} className="crumb-step">
        <Link href={href} className="crumb" prefetch={false} title={label}>
          {label}
        </Link>
        <span className="crumb" aria-hidden="true">
          /
        </span>
      </span>
    ))}
    <span className="here">{children}</span>
  </>
);
