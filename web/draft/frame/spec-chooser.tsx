"use client";

import { ChevronDown } from "lucide-react";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { SpecChoice } from "@/ui/spec-choice";
import { useDraftOfPage } from "../draft-provider";

/** The spec's name. It opens a field to find and open another spec. */
export const SpecChooser = () => {
  const { layout } = useDraftOfPage();
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const place = useRef<HTMLSpanElement>(null);
  useEffect(() => {
    if (open) place.current?.querySelector("input")?.focus();
  }, [open]);
  if (!open)
    return (
      <button type="button" className="spec-chooser" title={layout.name} onClick={() => setOpen(true)}>
        <span>{layout.name}</span>
        <ChevronDown size={14} aria-hidden="true" />
        <span className="visually-hidden">: go to another spec</span>
      </button>
    );
  const close = (): void => setOpen(false);
  return (
    <span
      ref={place}
      className="spec-chooser-open"
      onKeyDown={({ key }) => key === "Escape" && close()}
      onBlur={({ currentTarget, relatedTarget }) => {
        if (!currentTarget.contains(relatedTarget)) close();
      }}
    >
      <SpecChoice
        label="Go to another spec"
        chosen={null}
        small
        onChoose={(spec) => {
          if (!spec) return;
          close();
          router.push(`/specs/${spec.team}/${spec.spec}`);
        }}
      />
    </span>
  );
};
