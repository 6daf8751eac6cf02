"use client";

import { History, Redo2, Undo2 } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useDraftOfPage } from "@/draft/draft-provider";
import { PresenceList } from "@/draft/presence-list";
import { newestAfter } from "@/draft/followed";
import { SaveWords } from "@/draft/save-words";
import { TopBar } from "@/ui/brand";
import { Crumbs } from "@/ui/crumbs";
import { say } from "@/ui/say";

type Props = {
  readonly path: string;
  /** How many numbers differ from the latest version. */
  readonly changes: number;
};

/** What the draft follows, and whether something newer is out there; nothing where it follows nothing. */
const FollowLine = ({ path }: { readonly path: string }) => {
  const { layout, followed } = useDraftOfPage();
  const { follows } = layout;
  if (!follows) return null;
  const newest = newestAfter(followed, follows.version);
  return (
    <Link className={`follow-line ${newest ? "news" : ""}`} href={`${path}/follow`} prefetch={false}>
      {newest ? (
        <>
          <span className="num">{newest}</span> of {followed?.name} is out
        </>
      ) : (
        <>
          Follows {follows.spec} <span className="num">{follows.version}</span>
        </>
      )}
    </Link>
  );
};

/** A moment of the draft: what it is, the way back to the draft, and the draft made what it was then. */
const MomentBar = ({ path }: { readonly path: string }) => {
  const { layout, moment } = useDraftOfPage();
  const router = useRouter();
  const { putBack = null, revision = 0 } = moment ?? {};
  return (
    <TopBar
      crumbs={
        <Crumbs
          above={[
            [layout.name, path],
            ["History", `${path}/history`],
          ]}
        >
          {revision === 1 ? (
            "As it was made"
          ) : (
            <>
              As it stood after its edit <span className="num">{revision - 1}</span>
            </>
          )}
        </Crumbs>
      }
    >
      <Link className="btn btn-bar" href={path} prefetch={false}>
        Back to the draft
      </Link>
      {putBack && (
        <button
          type="button"
          className="btn btn-primary"
          onClick={() => {
            void putBack().then(({ done, words }) => {
              say(words);
              if (done) router.push(path);
            });
          }}
        >
          Put this moment back
        </button>
      )}
    </TopBar>
  );
};

/** The bar of the draft, or of the moment of it that is looked at. */
export const WorkbenchBar = (props: Props) => (useDraftOfPage().moment ? <MomentBar path={props.path} /> : <NowBar {...props} />);

/** The workbench's bar: where one is, who else is, whether all is saved, undo, and the way on. */
const NowBar = ({ path, changes }: Props) => {
  const { teamName, latest, withdrawn, mayEdit, archived, mayPublish, state, layout, undo, redo } = useDraftOfPage();
  return (
    <TopBar
      crumbs={
        <>
          <Link href="/specs" className="crumb" prefetch={false}>
            {teamName}
          </Link>
          <span className="crumb" aria-hidden="true">
            /
          </span>
          <h1 className="here fs-6" title={layout.name}>
            {mayEdit ? (
              <Link href={`${path}/settings`} prefetch={false} title={`${layout.name}: name, address and team`}>
                {layout.name}
              </Link>
            ) : (
              layout.name
            )}
          </h1>
          <span className="badge-line">
            {archived ? "Archived, read only · " : !mayEdit && "Read only · "}
            {latest ? (
              <>
                Draft · {changes} {changes === 1 ? "change" : "changes"} since <span className="num">{latest.number}</span>
              </>
            ) : withdrawn !== null ? (
              <>
                Draft · <span className="num">{withdrawn}</span> withdrawn
              </>
            ) : (
              "Draft · not published yet"
            )}
          </span>
          <FollowLine path={path} />
        </>
      }
    >
      <PresenceList />
      {mayEdit && <SaveWords save={state.save} kept={state.kept} />}
      {mayEdit && (
        <>
          <button type="button" className="btn btn-bar" onClick={undo} disabled={!state.canUndo}>
            <Undo2 size={14} aria-hidden="true" /> Undo
          </button>
          <button type="button" className="btn btn-bar" onClick={redo} disabled={!state.canRedo} aria-label="Redo">
            <Redo2 size={14} aria-hidden="true" />
          </button>
        </>
      )}
      <Link className="btn btn-bar" href={`${path}/history`} prefetch={false} aria-label="History" title="History of this draft">
        <History size={14} aria-hidden="true" />
      </Link>
      {latest && (
        <Link className="btn btn-bar" href={`${path}/versions/latest`} prefetch={false}>
          Hand-off page
        </Link>
      )}
      <Link className={`btn ${mayPublish ? "btn-primary" : "btn-bar"}`} href={`${path}/publish`} prefetch={false}>
        {mayPublish ? "Review & publish" : "Review"}
      </Link>
    </TopBar>
  );
};
