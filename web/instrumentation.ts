/** Runs once when the server starts: every application process delivers the webhook queue, and clears what is over. */
export const register = async (): Promise<void> => {
  if (process.env["NEXT_RUNTIME"] !== "nodejs" || !process.env["DATABASE_URL"] || process.env["NEXT_PHASE"] === "phase-production-build")
    return;
  const { startDelivering } = await import("./server/running/delivering");
  startDelivering();
  const { startClearing } = await import("./server/running/retention");
  startClearing();
};
