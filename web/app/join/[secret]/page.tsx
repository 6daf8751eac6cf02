import type { Metadata } from "next";
import Link from "next/link";
import { JoinForm } from "@/features/join/join-form";
import { database } from "@/server/database/database";
import { invitationBySecret } from "@/server/teams/invitations";
import { viewer } from "@/server/requests/viewer";
import { TopBar } from "@/ui/brand";

export const metadata: Metadata = { title: "Join a team", referrer: "no-referrer" };

export default async function JoinPage({ params }: { readonly params: Promise<{ secret: string }> }) {
  const { secret } = await params;
  const [invitation, person] = await Promise.all([invitationBySecret(database(), secret.slice(0, 100)), viewer()]);
  const mine = invitation !== null && person?.email === invitation.email;
  return (
    <>
      <TopBar />
      <main className="page join">
        {invitation === null ? (
          <div className="card-plain p-4">
            <h1 className="mb-2">This invitation no longer works</h1>
            <p className="mb-0">It was already used, was cancelled, or has expired. Ask a lead of the team for another.</p>
          </div>
        ) : (
          <div className="card-plain p-4">
            <h1 className="mb-2">Join {invitation.teamName}</h1>
            <p>
              {invitation.invitedBy} invites {invitation.email} as {invitation.role}.
            </p>
            {person && !mine && (
              <p className="fault mb-0">You are signed in as {person.email}. Sign out first, then open this link again.</p>
            )}
            {!person && invitation.known && (
              <p className="mb-0">
                This address has an account. <Link href={`/sign-in?back=${encodeURIComponent(`/join/${secret}`)}`}>Sign in</Link> with it to
                join.
              </p>
            )}
            {(mine || (!person && !invitation.known)) && <JoinForm secret={secret} email={invitation.email} signedIn={mine} />}
          </div>
        )}
      </main>
    </>
  );
}
