import { send } from "../parts/kept/use-enter";

/** So many pieces more, or fewer, in a drawer. */
export const countDrawer = (drawerId: string, change: number, note: string) =>
  send({
    what: "other",
    jobId: null,
    url: `/api/stock/${drawerId}/moves`,
    body: { id: crypto.randomUUID(), change, note },
    words: `${Math.abs(change)} ${change < 0 ? "taken from" : "put in"} a drawer`,
  });
