/**
 * What runs before the page's own scripts do: a click on a button that they will answer, a form that they will send, or a
 * letter (or Ctrl and K) pressed as a shortcut is kept until they can. Without it a quick person's click or key would be lost, and a form would
 * be sent to nowhere with what was typed. Links, forms with an address of their own, and keys that move in the page need no
 * scripts and are left alone.
 */
export const recordInputScript = `(() => {
  const kept = { live: false, again: null, listening: false, key: null };
  window.ypsilineRecorded = kept;
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
  addEventListener("keydown", (event) => {
    const { key, target, ctrlKey, metaKey } = event;
    const menu = (ctrlKey || metaKey) && key.toLowerCase() === "k" && !event.shiftKey;
    if (kept.listening || event.altKey || !/^[^ ]$/.test(key) || ((ctrlKey || metaKey) && !menu)) return;
    if (!menu && target.closest?.("input, select, textarea, [contenteditable]")) return;
    event.preventDefault();
    event.stopPropagation();
    kept.key = () => dispatchEvent(new KeyboardEvent("keydown", { key, ctrlKey, metaKey, cancelable: true }));
  }, true);
})();`;

type Early = { live: boolean; again: (() => void) | null; listening: boolean; key: (() => void) | null };
const ofPage = (): Early | undefined => (window as unknown as { ypsilineRecorded?: Early }).ypsilineRecorded;

/** Called once the page answers for itself: what was clicked or sent is done. */
export const replayClick = (): void => {
  const early = ofPage();
  if (!early || early.live) return;
  early.live = true;
  early.again?.();
  early.again = null;
};

/** Called once the page may listen to shortcuts: what was pressed is done, unless the page is still being opened. */
export const replayKey = (): void => {
  const early = ofPage();
  if (!early || early.listening || document.querySelector("main[aria-busy=true]")) return;
  early.listening = true;
  early.key?.();
  early.key = null;
};
