import type { ReactNode } from "react";

type Props = {
  readonly label: string;
  /** The whole sum as a sentence, for those who hear the page. */
  readonly spoken: string;
  /** Terms on both sides of the bracket, with their signs. */
  readonly before: ReactNode;
  readonly after: ReactNode;
  /** Terms over the bracket. */
  readonly inside: ReactNode;
  /** The sum of the terms over the bracket, and how it is set. */
  readonly under: ReactNode;
  /** What is chosen once, at the right: at most three. */
  readonly options?: ReactNode;
};

/** Any sum in one line: terms, with a bracket under the middle ones that has their sum. */
export const SumFrame = ({ label, spoken, before, inside, under, after, options }: Props) => (
  <section className="sum one-line" aria-label={label}>
    <p className="visually-hidden">{spoken}</p>
    <div className="terms">
      {before}
      <div className="bracketed">
        <div className="terms">{inside}</div>
        <div className="bracket" aria-hidden="true" />
        <div className="held-by">{under}</div>
      </div>
      {after}
      {options && <div className="sum-options">{options}</div>}
    </div>
  </section>
);

type KindsProps<K extends string> = {
  readonly label: string;
  /** Of the group of radio buttons. */
  readonly name: string;
  readonly kinds: readonly { readonly id: K; readonly words: ReactNode; readonly title: string }[];
  readonly value: K;
  readonly disabled: boolean;
  readonly onKind: (kind: K) => void;
};

/** One of a few kinds, side by side under a bracket. */
export const Kinds = <K extends string>({ label, name, kinds, value, disabled, onKind }: KindsProps<K>) => (
  <span className="kinds" role="radiogroup" aria-label={label}>
    {kinds.map(({ id, words, title }) => (
      <label key={id} title={title} className={value === id ? "kind-here" : ""}>
        <input
          type="radio"
          className="visually-hidden"
          name={name}
          checked={value === id}
          disabled={disabled}
          onChange={() => onKind(id)}
        />
        {words}
      </label>
    ))}
  </span>
);
