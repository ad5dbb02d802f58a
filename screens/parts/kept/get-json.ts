import { signInAgain } from "./sign-in-again";

/** ms an answer is waited for. */
const PATIENCE = 8000;

/** @throws when the server does not answer, or not with what was asked */
export const getJson = async <T>(url: string): Promise<T> => {
  const response = await fetch(url, { signal: AbortSignal.timeout(PATIENCE) });
  if (response.status === 401) signInAgain();
  if (!response.ok) throw new Error(`${url}: ${response.status}`);
  return response.json();
};
