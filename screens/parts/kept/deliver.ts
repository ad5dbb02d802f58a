import { type Entered, requestOf } from "./entered";
import type { Sent } from "./sent";
import { signInAgain } from "./sign-in-again";

/** ms an answer is waited for: a server that hangs is one that is away. */
const PATIENCE = 10_000;

/** Answers that will be the same however often it is asked; any other is asked again. */
const REFUSALS = new Set([400, 403, 404, 405, 409, 410, 413, 415, 422]);

/** What came of one attempt; `answered` where somebody answered at all, `could` where what was sent may be why it was not taken. */
export type Attempt =
  | Exclude<Sent, { state: "kept" }>
  | { readonly state: "later"; readonly answered: boolean; readonly could?: "not" | "not-now" };

/** Bytes a poor connection of a workshop carries in a ms: a picture is given the time it takes. */
const SLOW = 50;

/** One attempt to send something. Nothing is kept or struck here. @param bytes of what is sent, where it is much */
export const attempt = async (url: string, init: RequestInit, bytes = 0): Promise<Attempt> => {
  let response: Response;
  try {
    response = await fetch(url, { ...init, signal: AbortSignal.timeout(PATIENCE + bytes / SLOW) });
  } catch {
    return { state: "later", answered: false };
  }
  try {
    // Locked, or shut out: what was entered waits here until somebody is signed in again.
    if (response.status === 401) {
      signInAgain();
      return { state: "later", answered: true };
    }
    const answer = await response.json();
    if (response.ok) return { state: "taken", value: answer };
    if (!REFUSALS.has(response.status))
      return { state: "later", answered: true, could: response.status === 500 ? "not" : "not-now" };
    const { path = "", message = "not taken", refusal } = answer.error ?? {};
    return {
      state: "refused",
      field: path === "" ? null : path,
      message,
      stored: answer.stored,
      ...(response.status === 403 && { forbidden: true }),
      ...(response.status === 400 && refusal?.code === "stands-against" && { asks: true }),
    };
  } catch {
    return { state: "later", answered: response.ok };
  }
};

export const deliver = (entered: Entered): Promise<Attempt> => {
  const { url, body, type, method } = requestOf(entered);
  const bytes = body instanceof Blob ? body.size : 0;
  return attempt(url, { method, headers: { "content-type": type }, body }, bytes);
};
