/** Before the web server answers anything: whoever asks it waits, so the record is asked in time. */
export const register = async (): Promise<void> => {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { answerInTime } = await import("@/store/database");
  answerInTime();
  // Whoever started it is gone, and with it where trouble is told: telling that would fail too, and so on without end.
  process.stderr.on("error", () => process.exit(1));
};
