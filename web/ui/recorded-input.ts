/**
 * What runs before the page's own scripts do: a click on a button that they will answer, a form that they will send, a letter
 * (or Ctrl and K) pressed as a shortcut, and what is typed or chosen in fields are recorded until they can. Without it a quick
 * person's click or key would be lost, a form would be sent to nowhere with what was typed, and a field could go back to what
 * it began with: React repeats what was typed in one field, but not reliably in several. Links, forms with an address of
 * their own, and keys that move in the page need no scripts and are left alone.
 */
export const recordInputScript = `(() => {
  const kept = { live: false, again: null, listening: false, keys: [], menu: false, fields: new Map() };
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
  for (const kind of ["input", "change"])
    addEventListener(kind, (event) => {
      const { target } = event;
      if (kept.live) return;
      // React would repeat the event too, with the value that it has put back by then.
      event.stopPropagation();
      kept.fields.set(target, { value: target.value, checked: target.checked });
    }, true);
  addEventListener("keydown", (event) => {
    const { key, target, ctrlKey, metaKey } = event;
    const menu = (ctrlKey || metaKey) && key.toLowerCase() === "k" && !event.shiftKey;
    if (kept.listening || event.altKey || ((ctrlKey || metaKey) && !menu)) return;
    // What is typed after Ctrl and K is meant for the command menu.
    const typed = kept.menu && (key.length === 1 || /^(Enter|Escape|Backspace)$/.test(key));
    if (!menu && !typed && (!/^[^ ]$/.test(key) || target.closest?.("input, select, textarea, [contenteditable]"))) return;
    event.preventDefault();
    event.stopPropagation();
    const again = () => dispatchEvent(new KeyboardEvent("keydown", { key, ctrlKey, metaKey, cancelable: true }));
    kept.keys = typed && !menu ? [...kept.keys, again] : [again];
    kept.menu ||= menu;
  }, true);
})();`;

type Field = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;
type Recorded = {
  live: boolean;
  again: (() => void) | null;
  listening: boolean;
  keys: readonly (() => void)[];
  readonly fields: Map<Field, { readonly value: string; readonly checked?: boolean }>;
};
const ofPage = (): Recorded | undefined => (window as unknown as { ypsilineRecorded?: Recorded }).ypsilineRecorded;

/**
 * Types a field's text, or makes its choice, again. React answers an event only if the value differs from the one it set last:
 * the field gets another value through its own property, which React watches, and then the right one past it.
 */
const fillAgain = (field: Field, value: string, checked: boolean): void => {
  const bubbles = { bubbles: true };
  if (!field.isConnected) return;
  if (field instanceof HTMLInputElement && /^(radio|checkbox)$/.test(field.type)) {
    field.checked = !checked;
    if (field.type === "checkbox" || checked) field.click();
    return;
  }
  if (field instanceof HTMLInputElement && field.type === "file") return void field.dispatchEvent(new Event("change", bubbles));
  field.value = "";
  Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), "value")?.set?.call(field, value);
  field.dispatchEvent(new Event(field instanceof HTMLSelectElement ? "change" : "input", bubbles));
};

/** Called once the page answers for itself: repeats what was typed and chosen, and then what was clicked or sent. */
export const replayClick = (): void => {
  const recorded = ofPage();
  if (!recorded || recorded.live) return;
  recorded.live = true;
  for (const [field, { value, checked }] of recorded.fields) fillAgain(field, value, checked ?? false);
  recorded.fields.clear();
  recorded.again?.();
  recorded.again = null;
};

/** Called once the page may listen to shortcuts: what was pressed is done, unless the page is still being opened. */
export const replayKey = (): void => {
  const recorded = ofPage();
  if (!recorded || recorded.listening || document.querySelector("main[aria-busy=true]")) return;
  recorded.listening = true;
  for (const again of recorded.keys) again();
  recorded.keys = [];
};
