"use client";

import { useState } from "react";

/** Copies a text, and says so on the button. */
export const CopyButton = ({ text, label }: { readonly text: string; readonly label: string }) => {
  const [said, setSaid] = useState("");
  return (
    <button
      type="button"
      className="btn btn-sm btn-quiet copy"
      aria-label={said ? `${said}: ${label}` : `Copy ${label}`}
      onClick={() =>
        void navigator.clipboard.writeText(text).then(
          () => setSaid("Copied"),
          () => setSaid("Not allowed"),
        )
      }
      onBlur={() => setSaid("")}
    >
      {said || "Copy"}
    </button>
  );
};
