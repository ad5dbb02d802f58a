import { addLetter } from "./letters";

const KEY = "tall-compass-outbox";

/** Letters that an earlier version kept in one line of text go behind those kept now. */
export const takeOldLetters = async (): Promise<void> => {
  let old: unknown;
  try {
    old = JSON.parse(localStorage.getItem(KEY) ?? "[]");
  } catch {
    return;
  }
  if (!Array.isArray(old) || old.length === 0) return;
  const { actOf } = await import("@/core/acts/old-entries");
  for (const { url, body } of old) {
    if (typeof url !== "string" || !body) continue;
    const jobId = /\/api\/jobs\/([^/]+)\//.exec(url)?.[1] ?? null;
    const act = jobId && url.endsWith("/measurements") ? actOf({ value: null, place: 0, ...body }) : null;
    if (jobId && act) await addLetter(jobId, { what: "act", jobId, id: body.id, act, who: body.who ?? "" });
    else await addLetter(jobId ?? "shop", { what: "other", jobId, url, body, words: "entered before" });
  }
  localStorage.setItem(KEY, "[]");
};
