/** A button that copies the text of the `<pre>` after it; `CopyClicks` does it for all of a page. It works in HTML no component runs in. */
export const CopyNext = ({ label }: { readonly label: string }) => (
  <button type="button" className="btn btn-sm btn-quiet copy" aria-label={`Copy ${label}`} data-copies={label}>
    Copy
  </button>
);
