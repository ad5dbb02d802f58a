/** What came of it: null when it went well, else why not. */
export const askIn = async (what: string, body: unknown): Promise<string | null> => {
  const answer = await fetch(`/api/sign-in/${what}`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
  }).catch(() => null);
  if (!answer) return "The shop does not answer; try again in a moment.";
  if (answer.ok) return null;
  // Shut out meanwhile: the page as it is for a device that is not in.
  if (answer.status === 401) location.reload();
  const told = await answer.json().catch(() => null);
  return told?.error?.message ?? "not taken";
};
