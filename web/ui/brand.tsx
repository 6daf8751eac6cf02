import Link from "next/link";
import type { ReactNode } from "react";

export const Mark = () => (
  <svg width="22" height="24" viewBox="0 0 22 24" aria-hidden="true">
    <path d="M2 2 L11 12 L20 2 M11 12 V22" fill="none" stroke="#8fd3c0" strokeWidth="3" />
    <path d="M0 22H22" stroke="#8fd3c0" strokeWidth="1.4" />
  </svg>
);

/** The dark bar at the top of every page: brand, where one is, and what can be done here. */
export const TopBar = ({ crumbs, children }: { readonly crumbs?: ReactNode; readonly children?: ReactNode }) => (
  <header className="bar">
    <Link href="/specs" className="brand" prefetch={false}>
      <Mark />
      Ypsiline
    </Link>
    {crumbs}
    <span className="space" />
    {children}
  </header>
);
