import Link from "next/link";
import type { ReactNode } from "react";
import { Mark } from "./mark";

/** The dark bar at the top of every page: brand, location and actions. */
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
