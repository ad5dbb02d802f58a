"use client";

/** What a request came to. `field` names the figure an error belongs to. */
export type Sent<T = unknown> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly field: string; readonly message: string; readonly stored?: unknown };

const KEY = "tall-compass-outbox";
interface Letter {
  readonly url: string;
  readonly body: unknown;
  /** Its own name here; older letters have none. */
  readonly key?: string;
}
/** Letters of this page that are on their way: nobody sends them a second time while the page lives. */
const underWay = new Set<string>();

const waiting = (): Letter[] => {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? "[]");
  } catch {
    return [];
  }
};
const keep = (letters: readonly Letter[]) => localStorage.setItem(KEY, JSON.stringify(letters));
const strike = (letter: Letter) => {
  const letters = waiting();
  const at = letters.findIndex((l) =>
    letter.key ? l.key === letter.key : JSON.stringify(l) === JSON.stringify(letter),
  );
  if (at >= 0) keep(letters.filter((_, i) => i !== at));
};

/** Whether a repeat is known by the ids the sender made. */
const hasOwnId = (body: unknown): boolean =>
  Array.isArray(body)
    ? body.length > 0 && body.every(hasOwnId)
    : typeof body === "object" && body !== null && typeof (body as { id?: unknown }).id === "string";

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
 * Sends something with an id of its own. It is kept in the browser before it is sent and struck out when it was answered,
 * so that neither a server that is away nor a page that is left or loaded anew loses it: the id makes a repeat harmless.
 */
export const send = async <T>(url: string, body: unknown, method = "POST"): Promise<Sent<T>> => {
  const letter: Letter = { url, body, key: crypto.randomUUID() };
  const first = method === "POST" && hasOwnId(body);
  // Before those that wait are sent: that takes a while, and the page may be left meanwhile.
  if (first) {
    underWay.add(letter.key as string);
    keep([...waiting(), letter]);
  }
  await sendWaiting();
  const answer = await post<T>(url, body, method);
  underWay.delete(letter.key as string);
  if (answer) {
    if (first) strike(letter);
    return answer;
  }
  if (method === "POST" && !first) keep([...waiting(), letter]);
  return { ok: false, field: "", message: NOT_REACHED };
};

/** Sends what was kept, oldest first, until one is not answered. @returns how many were */
export const sendWaiting = async (): Promise<number> => {
  let sent = 0;
  for (const letter of waiting()) {
    if (letter.key && underWay.has(letter.key)) continue;
    if (!(await post(letter.url, letter.body, "POST"))) break;
    strike(letter);
    sent++;
  }
  return sent;
};
