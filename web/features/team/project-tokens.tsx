"use client";

import { useState } from "react";
import type { AccessToken } from "@/server/identity/tokens";
import type { Project } from "@/server/projects/projects";
import { dayText } from "@/ui/dates";
import { SecretOnce } from "@/ui/secret-once";
import { type Choosable, SpecChoice } from "@/ui/spec-choice";
import { useMutation } from "@/ui/use-mutation";
import { mostTokenSpecs, tokenDays, type TokenScope } from "@/wire/shapes";

type Props = {
  readonly team: string;
  readonly project: Project;
  readonly tokens: readonly AccessToken[];
  /** The scopes that the person may give. */
  readonly scopes: readonly TokenScope[];
};

/** What a token may do, by scope: completes "may". */
const scopeWords: Readonly<Record<TokenScope, string>> = {
  read: "read versions",
  draft: "change drafts",
  review: "request and decide reviews",
  publish: "publish and withdraw versions",
  manage: "manage specs and projects",
};

const daysWords = (days: number | null): string =>
  days === null ? "never" : days === 365 ? "after a year" : `after ${days} days${days === 90 ? " (suggested)" : ""}`;

const list = new Intl.ListFormat("en-GB");
/** "read versions and change drafts". */
const mayWords = (scopes: readonly TokenScope[]): string => list.format(scopes.map((scope) => scopeWords[scope]));

/** When a token was revoked, or when it ends and was last used. */
const whenWords = ({ revokedAt, expiresAt, lastUsedAt }: AccessToken, now: Date): string => {
  if (revokedAt) return `revoked ${dayText(new Date(revokedAt))}`;
  const ends = expiresAt && new Date(expiresAt);
  if (ends && ends <= now) return `ended ${dayText(ends)}`;
  const used = lastUsedAt ? `last used ${dayText(new Date(lastUsedAt))}` : "not used yet";
  return ends ? `${used}, ends ${dayText(ends)}` : `${used}, never ends`;
};

/** The access tokens of a project, and a form that makes one. */
export const ProjectTokens = ({ team, project, tokens, scopes }: Props) => {
  const mutation = useMutation();
  const [now] = useState(() => new Date());
  const [name, setName] = useState("");
  const [given, setGiven] = useState<ReadonlySet<TokenScope>>(new Set(["read"]));
  const [days, setDays] = useState<(typeof tokenDays)[number]>(90);
  const [specs, setSpecs] = useState<readonly Choosable[]>([]);
  /** The token that was just made; not shown any more once it is revoked. */
  const [made, setMade] = useState<{ readonly name: string; readonly token: string } | null>(null);
  const at = { team, project: project.id };
  const works = ({ revokedAt, expiresAt }: AccessToken): boolean => revokedAt === null && (expiresAt === null || new Date(expiresAt) > now);
  const give = (scope: TokenScope, is: boolean): void =>
    setGiven((before) => new Set(scopes.filter((one) => (one === scope ? is : before.has(one)))));
  const make = (): void => {
    const asked = { name, scopes: [...given], days, specs: specs.map(({ spec }) => spec) };
    void mutation.send("POST /api/teams/:team/projects/:project/tokens", at, asked, ({ token }) => {
      setMade({ name: name.trim(), token });
      setName("");
      setGiven(new Set(["read"]));
      setSpecs([]);
    });
  };
  return (
    <details open={made !== null}>
      <summary>
        Access tokens <span className="num quiet">{tokens.filter(works).length}</span>
      </summary>
      <ul className="plain-list tokens">
        {tokens.map((token) => (
          <li key={token.id} className={works(token) ? "" : "quiet"}>
            <strong>{token.name}</strong>{" "}
            {works(token) && `may ${mayWords(token.scopes)}${token.specs.length > 0 ? ` of ${list.format(token.specs)}` : ""}; `}
            {whenWords(token, now)}
            {token.fetched.length > 0 && <span className="quiet">, fetched {token.fetched.slice(0, 3).join(", ")}</span>}{" "}
            {works(token) && (
              <button
                type="button"
                className="btn btn-sm btn-quiet"
                disabled={mutation.busy}
                aria-label={`Revoke ${token.name}`}
                onClick={() =>
                  void mutation.send("POST /api/teams/:team/projects/:project/tokens/:token", { ...at, token: token.id }, {}, () =>
                    setMade((before) => (before?.name === token.name ? null : before)),
                  )
                }
              >
                Revoke
              </button>
            )}
          </li>
        ))}
      </ul>
      <form
        className="token-form"
        onSubmit={(event) => {
          event.preventDefault();
          make();
        }}
      >
        <label className="token-name">
          <span>New token</span>
          <input
            name="token"
            className="form-control form-control-sm"
            aria-label={`Name of a new token of ${project.name}`}
            placeholder="For example: build server"
            value={name}
            maxLength={200}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <div role="group" aria-labelledby={`may-${project.id}`} className="token-boxes">
          <span id={`may-${project.id}`}>It may</span>
          {scopes.map((scope) => (
            <label key={scope} className="form-check">
              <input
                type="checkbox"
                name={`may-${scope}`}
                className="form-check-input"
                checked={scope === "read" || given.has(scope)}
                disabled={scope === "read"}
                onChange={(event) => give(scope, event.target.checked)}
              />
              {scopeWords[scope]}
            </label>
          ))}
        </div>
        <div className="token-for">
          <span>For</span>
          {specs.length === 0 && <span>all specs of the team, or only</span>}
          {specs.map((spec) => (
            <button
              key={spec.spec}
              type="button"
              className="btn btn-sm btn-quiet"
              aria-label={`Not for ${spec.name}`}
              title="Remove"
              onClick={() => setSpecs((before) => before.filter((one) => one.spec !== spec.spec))}
            >
              {spec.name} ×
            </button>
          ))}
          {specs.length < mostTokenSpecs && (
            <SpecChoice
              key={specs.length}
              label={`Spec that the new token of ${project.name} is for`}
              team={team}
              chosen={null}
              small
              placeholder={specs.length === 0 ? "Name of a spec" : "And another"}
              offers={(one) => !specs.some(({ spec }) => spec === one.spec)}
              onChoose={(spec) => spec && setSpecs((before) => [...before, spec])}
            />
          )}
        </div>
        <label className="token-ends">
          <span>It ends</span>
          <select
            name="days"
            className="form-select form-select-sm"
            value={days ?? ""}
            onChange={(event) => setDays(tokenDays.find((one) => String(one ?? "") === event.target.value) ?? null)}
          >
            {tokenDays.map((one) => (
              <option key={one ?? ""} value={one ?? ""}>
                {daysWords(one)}
              </option>
            ))}
          </select>
        </label>
        <button className="btn btn-sm btn-quiet" disabled={mutation.busy || name.trim() === ""}>
          Create a token
        </button>
      </form>
      {mutation.fault && (
        <p className="fault mb-0" role="alert">
          {mutation.fault}
        </p>
      )}
      {made && <SecretOnce label="Access token" secret={made.token} words="It is shown only once. Send it as Authorization: Bearer …" />}
    </details>
  );
};
