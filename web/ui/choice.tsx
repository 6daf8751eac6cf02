"use client";

type Props<V extends string> = {
  readonly label: string;
  readonly values: readonly V[];
  readonly words: Readonly<Record<V, string>>;
  readonly value: V;
  readonly onChange: (value: V) => void;
};

/** A choice between a few values, side by side. */
export const Choice = <V extends string>({ label, values, words, value, onChange }: Props<V>) => (
  <span className="choice" role="group" aria-label={label}>
    {values.map((one) => (
      <button key={one} type="button" aria-pressed={one === value} onClick={() => onChange(one)}>
        {words[one]}
      </button>
    ))}
  </span>
);
