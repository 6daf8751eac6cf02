import { describe, expect, it } from "vitest";
import { inTransaction } from "@/server/database/transaction";
import { inboxOf } from "@/server/happenings/inbox";
import {
  addComment,
  answersBefore,
  countOfOpenComments,
  openComments,
  pageOfComment,
  resolveComment,
  threadsPage,
} from "@/server/specs/comments";
import { askReview, decideReview, endReviews, latestReview } from "@/server/specs/reviews";
import { makeTeam, ownSchema, type TestTeam } from "../../database/schema";
import type { Role } from "@/wire/shapes";

const { sql } = ownSchema();
const about = (of: TestTeam, specId: number, role: Role) => ({
  ...of.doing(specId, role),
  name: "Quay board",
  path: `/specs/${of.team}/quay-board`,
  person: of.people[role].name,
});
const kinds = async (of: TestTeam, role: Role) => (await inboxOf(sql(), of.people[role].id)).entries.map(({ kind }) => kind);

describe("a review", () => {
  it("is requested from the leads, decided once, and reported to the person who asked", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Quay board");
    await inTransaction(sql(), (transaction) => askReview(transaction, about(team, specId, "author"), 3, "Please look."));
    const asked = await latestReview(sql(), specId);
    expect(asked).toMatchObject({ revision: 3, words: "Please look.", askedBy: "author", decision: null });
    expect([await kinds(team, "lead"), await kinds(team, "reader"), await kinds(team, "author")]).toEqual([["review-asked"], [], []]);
    const decide = (id: number, decision: "approved" | "sent-back") =>
      inTransaction(sql(), (transaction) => decideReview(transaction, about(team, specId, "lead"), id, decision, "Fine."));
    expect(await decide(asked?.id ?? 0, "approved")).toBe(true);
    expect(await decide(asked?.id ?? 0, "sent-back")).toBe(false);
    expect(await latestReview(sql(), specId)).toMatchObject({ decision: "approved", decidedBy: "lead", decisionWords: "Fine." });
    expect(await kinds(team, "author")).toEqual(["review-decided"]);
  });

  it("is replaced by the next one, and by a version; one of another spec cannot be decided here", async () => {
    const team = await makeTeam(sql());
    const [one, other] = [await team.makeSpec("One"), await team.makeSpec("Other")];
    const ask = (specId: number, words: string) =>
      inTransaction(sql(), (transaction) => askReview(transaction, about(team, specId, "author"), 1, words));
    await ask(one, "first");
    const first = await latestReview(sql(), one);
    await ask(one, "second");
    const decide = (specId: number, id: number) =>
      inTransaction(sql(), (transaction) => decideReview(transaction, about(team, specId, "lead"), id, "approved", ""));
    expect(await decide(one, first?.id ?? 0)).toBe(false);
    const second = await latestReview(sql(), one);
    expect(second?.words).toBe("second");
    expect(await decide(other, second?.id ?? 0)).toBe(false);
    await endReviews(sql(), one, team.people.lead.id);
    expect(await latestReview(sql(), one)).toBeNull();
  });
});

describe("comments", () => {
  const add = (of: TestTeam, specId: number, role: Role, words: string, thread: number | null = null) =>
    inTransaction(sql(), (transaction) => addComment(transaction, about(of, specId, role), { about: "desk gutter", words, thread }));

  it("are threads: answers are about what the first is about, reach its people, and need an existing thread", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Threads");
    const first = await add(team, specId, "author", "Why 24?");
    const answer = await inTransaction(sql(), (transaction) =>
      addComment(transaction, about(team, specId, "lead"), { about: "spec", words: "Common practice.", thread: first }),
    );
    const [thread] = (await threadsPage(sql(), specId, 1)).entries;
    expect(thread?.first).toMatchObject({ id: first, about: "desk gutter", words: "Why 24?", person: "author" });
    expect(thread?.answers).toMatchObject([{ id: answer, about: "desk gutter", person: "lead" }]);
    expect(await kinds(team, "author")).toEqual(["comment"]);
    expect(await add(team, specId, "author", "To nobody", 999_999)).toBeNull();
    // An answer is not a thread.
    expect(await add(team, specId, "author", "To an answer", answer)).toBeNull();
    const other = await team.makeSpec("Elsewhere");
    expect(await add(team, other, "author", "To another spec's", first)).toBeNull();
  });

  it("are open until they are resolved, and again when reopened; counted by what they are about", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Open");
    const first = (await add(team, specId, "author", "One")) ?? 0;
    await add(team, specId, "lead", "Two");
    expect(await openComments(sql(), specId)).toMatchObject([{ about: "desk gutter", words: "Two", count: 2 }]);
    const resolve = (id: number, resolved: boolean) =>
      inTransaction(sql(), (transaction) => resolveComment(transaction, about(team, specId, "author"), id, resolved));
    expect(await resolve(first, true)).toBe(true);
    expect(await countOfOpenComments(sql(), specId)).toBe(1);
    expect((await threadsPage(sql(), specId, 1)).entries.map(({ first: { words } }) => words)).toEqual(["Two", "One"]);
    expect(await resolve(first, false)).toBe(true);
    expect(await countOfOpenComments(sql(), specId)).toBe(2);
    expect(await resolve(999_999, true)).toBe(false);
  });

  it("are read 50 threads a page, each with its latest 20 answers; a comment is found by its page", async () => {
    const team = await makeTeam(sql());
    const specId = await team.makeSpec("Many");
    const ids: number[] = [];
    for (let index = 0; index < 53; index += 1) ids.push((await add(team, specId, "author", `Thread ${index}`)) ?? 0);
    const [oldest = 0] = ids;
    for (let index = 0; index < 23; index += 1) await add(team, specId, "lead", `Answer ${index}`, oldest);
    expect((await threadsPage(sql(), specId, 1)).entries).toHaveLength(50);
    const last = (await threadsPage(sql(), specId, 2)).entries;
    expect(last.map(({ first: { words } }) => words)).toEqual(["Thread 2", "Thread 1", "Thread 0"]);
    expect([last[2]?.answers.length, last[2]?.earlier, last[2]?.answers.at(-1)?.words]).toEqual([20, 3, "Answer 22"]);
    expect([await pageOfComment(sql(), specId, oldest), await pageOfComment(sql(), specId, ids.at(-1) ?? 0)]).toEqual([2, 1]);
    const before = await answersBefore(sql(), specId, oldest, last[2]?.answers[0]?.id ?? 0);
    expect(before?.map(({ words }) => words)).toEqual(["Answer 0", "Answer 1", "Answer 2"]);
    expect(await answersBefore(sql(), specId, 999_999, 1)).toBeNull();
  });
});
