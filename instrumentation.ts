/** Before the web server answers anything: whoever asks it waits, so the record is asked in time. */
export const register = async (): Promise<void> => {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { answerInTime } = await import("@/store/database");
  answerInTime();
};
