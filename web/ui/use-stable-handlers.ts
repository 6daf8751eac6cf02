import { useLayoutEffect, useState } from "react";

// What handlers take differs; they are only handed on.
type Handler = (...args: never[]) => unknown;
type Handlers = Readonly<Record<string, Handler>>;

/** Handlers that do what those that were set last do. */
const createStable = <H extends Handlers>(first: H): { readonly handlers: H; readonly set: (next: H) => void } => {
  let latest = first;
  const names = Object.keys(first);
  const handlers = Object.fromEntries(names.map((name) => [name, (...args: never[]) => latest[name]?.(...args)])) as unknown as H;
  return { handlers, set: (next) => void (latest = next) };
};

/**
 * Handlers that stay the same from drawing to drawing and do what the latest ones do: a part wrapped in `memo` is not drawn
 * again for them. The names of the handlers must stay the same too.
 */
export const useStableHandlers = <H extends Handlers>(handlers: H): H => {
  const [stable] = useState(() => createStable(handlers));
  useLayoutEffect(() => stable.set(handlers));
  return stable.handlers;
};
