import { onPost, postNow } from "./post-office";
import { queryClient } from "./query-client";

/** Whether the record did not answer when it was last asked, for a letter or for what has changed. */
export const recordIsAway = (): boolean =>
  !navigator.onLine ||
  postNow().away ||
  queryClient
    .getQueryCache()
    .findAll({ predicate: ({ queryKey: [what] }) => what === "changes" || what === "standing" })
    .some((look) => look.state.status === "error" && look.getObserversCount() > 0);

/** Whenever that may have changed. */
export const onAway = (listener: () => void): (() => void) => {
  const ends = [onPost(listener), queryClient.getQueryCache().subscribe(listener)];
  for (const event of ["online", "offline"]) addEventListener(event, listener);
  return () => {
    for (const end of ends) end();
    for (const event of ["online", "offline"]) removeEventListener(event, listener);
  };
};
