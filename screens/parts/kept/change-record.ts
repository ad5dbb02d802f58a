import { attempt } from "./deliver";
import type { Changed } from "./sent";

/** Asks the record for a change that needs its answer at once: nothing is kept for later. */
export const changeRecord = async <T>(
  url: string,
  body: unknown,
  method: "POST" | "PATCH" | "DELETE" = "POST",
): Promise<Changed<T>> => {
  const came = await attempt(url, {
    method,
    headers: { "content-type": "application/json" },
    body: JSON.stringify(body),
  });
  return came.state === "later" ? { state: "away", answered: came.answered } : (came as Changed<T>);
};
