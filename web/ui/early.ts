/**
 * What runs before the page's own scripts do: a click on a button that they will answer, or a form that they will send, is kept
 * until they can. Without it a quick person's click would be lost, and a form would be sent to nowhere with what was typed.
 * Links, and forms with an address of their own, need no scripts and are left alone.
 */
export const earlyScript = `(() => {
  const kept = { live: false, again: null };
  window.ypsilineEarly = kept;
  const ours = (form) => !form.hasAttribute("action") && !form.hasAttribute("method");
  const keep = (event, again) => { event.preventDefault(); event.stopPropagation(); kept.again = again; };
  addEventListener("click", (event) => {
    const button = kept.live ? null : event.target.closest?.("button");
    if (button && (button.type === "button" || (button.form && ours(button.form)))) keep(event, () => button.click());
  }, true);
  addEventListener("submit", (event) => {
    const form = event.target;
    if (!kept.live && ours(form)) keep(event, () => form.requestSubmit());
  }, true);
})();`;

type Early = { live: boolean; again: (() => void) | null };

/** Called once the page answers for itself: what was kept is done. */
export const takeEarly = (): void => {
  const early = (window as unknown as { ypsilineEarly?: Early }).ypsilineEarly;
  if (!early || early.live) return;
  early.live = true;
  early.again?.();
  early.again = null;
};
