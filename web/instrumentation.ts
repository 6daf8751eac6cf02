/** Runs once when the server starts: the webhook queue is delivered by every application process. */
export const register = async (): Promise<void> => {
  if (process.env["NEXT_RUNTIME"] !== "nodejs" || !process.env["DATABASE_URL"] || process.env["NEXT_PHASE"] === "phase-production-build")
    return;
  const { startDelivering } = await import("./server/delivering");
  startDelivering();
};
