/** Longest that keys are held, ms. A dialog that has not opened by then will not open. */
const longest = 10_000;

let letGo: (() => void) | null = null;

/** Types into the field that has the focus, as a person does: what listens to the field notices. */
const typeInto = (field: HTMLElement, text: string): void => {
  // Deprecated, but nothing else types: a value that is set is put back by React.
  if (text !== "") field.ownerDocument.execCommand("insertText", false, text);
};

/** Presses a key in a field. Enter sends the field's form unless something else answers it. */
const press = (field: HTMLElement, key: string): void => {
  const goesOn = field.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true }));
  if (goesOn && key === "Enter" && field instanceof HTMLInputElement) field.form?.requestSubmit();
};

/**
 * Holds the keys that are pressed from now on until a dialog that is being opened has the focus, and types them into its field.
 * A dialog's code is fetched when it is first opened: without this, the first letters of a quick person would be lost, or would
 * be taken as shortcuts of the page. Enter is held as well; what follows it is dropped. Escape drops all and calls `onEscape`.
 */
export const holdKeys = (onEscape: () => void): void => {
  letGo?.();
  const over = new AbortController();
  let text = "";
  let entered = false;
  const end = (): void => {
    over.abort();
    clearTimeout(timer);
    letGo = null;
  };
  const timer = setTimeout(end, longest);
  letGo = end;
  window.addEventListener(
    "keydown",
    (event) => {
      const { key, ctrlKey, metaKey, altKey } = event;
      const typed = key.length === 1;
      if (ctrlKey || metaKey || altKey || !(typed || /^(Enter|Escape|Backspace)$/.test(key))) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (key === "Escape") {
        end();
        onEscape();
      } else if (key === "Enter") entered = true;
      else if (!entered) text = typed ? text + key : [...text].slice(0, -1).join("");
    },
    { capture: true, signal: over.signal },
  );
  document.addEventListener(
    "focusin",
    ({ target }) => {
      if (!(target instanceof HTMLElement) || !target.closest("[role=dialog]")) return;
      // A dialog may take the focus itself before it hands it to its field.
      setTimeout(() => {
        const field = document.activeElement;
        if (over.signal.aborted) return;
        end();
        if (!(field instanceof HTMLElement) || !field.matches("input, textarea")) return;
        typeInto(field, text);
        // In a turn of its own, so that what was typed is drawn before it is sent.
        if (entered) setTimeout(() => press(field, "Enter"));
      });
    },
    { signal: over.signal },
  );
};
