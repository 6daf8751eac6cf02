import { memo, type ReactNode } from "react";

type Props = {
  /** Everything its children are made of that may change. */
  readonly of: readonly unknown[];
  readonly children: () => ReactNode;
};

/** Renders its children again only when something they are made of changes: what a drag does not touch stays as it is. */
export const Still = memo(
  ({ children }: Props) => children(),
  (before, after) => before.of.length === after.of.length && before.of.every((one, index) => Object.is(one, after.of[index])),
);
Still.displayName = "Still";
