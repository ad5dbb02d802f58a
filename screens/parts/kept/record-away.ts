import { postNow } from "./post-office";
import { queryClient } from "./query-client";

/** Whether the record did not answer when it was last asked, for a letter or for what has changed. */
export const recordIsAway = (): boolean =>
  !navigator.onLine ||
  postNow().away ||
  queryClient
    .getQueryCache()
    .findAll({ queryKey: ["changes"] })
    .some((look) => look.state.status === "error" && look.getObserversCount() > 0);
