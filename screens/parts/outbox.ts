"use client";

/** What a request came to. `field` names the figure an error belongs to. */
export type Sent<T = unknown> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly field: string; readonly message: string; readonly stored?: unknown };

const KEY = "tall-compass-outbox";
interface Letter {
  readonly url: string;
  readonly body: unknown;
}

const waiting = (): Letter[] => {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? "[]");
  } catch {
    return [];
  }
};
const keep = (letters: readonly Letter[]) => localStorage.setItem(KEY, JSON.stringify(letters));

const post = async <T>(url: string, body: unknown, method: string): Promise<Sent<T> | null> => {
  try {
    const response = await fetch(url, {
      method,
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body),
    });
    if (response.status >= 500) return null;
    const answer = await response.json();
    return response.ok
      ? { ok: true, value: answer }
      : {
          ok: false,
          field: answer.error?.path ?? "",
          message: answer.error?.message ?? "not taken",
          stored: answer.stored,
        };
  } catch {
    return null;
  }
};

const NOT_REACHED = "The record cannot be reached; what you entered is kept here and sent as soon as it answers.";

/**
 * Sends something with an id of its own. If the server is away it is kept in the browser and sent again: the id makes a
 * repeat harmless.
 */
export const send = async <T>(url: string, body: unknown, method = "POST"): Promise<Sent<T>> => {
  await sendWaiting();
  const answer = await post<T>(url, body, method);
  if (answer) return answer;
  if (method === "POST") keep([...waiting(), { url, body }]);
  return { ok: false, field: "", message: NOT_REACHED };
};

/** Sends what was kept, oldest first. @returns how many still wait */
export const sendWaiting = async (): Promise<number> => {
  let letters = waiting();
  while (letters.length > 0) {
    const answer = await post(letters[0].url, letters[0].body, "POST");
    if (!answer) break;
    letters = letters.slice(1);
    keep(letters);
  }
  return letters.length;
};
