import type { ReactNode } from "react";

type Props = {
  readonly id: string;
  readonly label: ReactNode;
  /** What is wrong with its value; "" if nothing is. */
  readonly fault?: string;
  readonly words?: ReactNode;
  readonly children: (given: { readonly id: string; readonly "aria-invalid": boolean; readonly "aria-describedby": string }) => ReactNode;
};

/** A field of a form with its label, and below it what is wrong or what it is for. */
export const FormField = ({ id, label, fault = "", words, children }: Props) => (
  <div className="form-row">
    <label className="form-label" htmlFor={id}>
      {label}
    </label>
    {children({ id, "aria-invalid": fault !== "", "aria-describedby": `${id}-words` })}
    <div id={`${id}-words`} className={fault ? "fault" : "quiet"} role={fault ? "alert" : undefined}>
      {fault || words}
    </div>
  </div>
);
