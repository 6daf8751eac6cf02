import type { ReactNode } from "react";

type Props = { readonly className?: string; readonly children: ReactNode };

/*
 * A view and the panel beside it, in an element of the classes `split layout-areas`. Where they stand is said by our own layout,
 * design/ypsiline.layout.json: the classes are those of the stylesheet that the command writes from it, and `data-area` lets the
 * command hold the running page against it.
 */

/** The view itself. `area` is omitted if it is not in the layout's area Main. */
export const SplitMain = ({ className = "", area = "main", children }: Props & { readonly area?: string }) => (
  <div className="split-place area-main" data-area={area}>
    <main className={`split-main ${className}`}>{children}</main>
  </div>
);

/** The panel beside it. */
export const SplitSide = ({ className = "", area = "side", children }: Props & { readonly area?: string }) => (
  <aside className={`split-side area-side ${className}`} data-area={area}>
    {children}
  </aside>
);
