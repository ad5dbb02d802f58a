import { eventStream } from "@/app/api/event-stream";
import { watch } from "@/store/watching";

/** Jobs one page watches at most. */
const MOST = 8;
/** ms between two signs of life. */
const BEAT = 1000;

/**
 * What changes of the jobs named by `job` and, with `lists`, of any job: told as it happens (server-sent events), by how
 * many changes a job has had, so that one who missed some sees that from the next. Silent while the record is away.
 */
export const GET = (request: Request): Response => {
  const asked = new URL(request.url).searchParams;
  return eventStream(request, (tell) => {
    let beat = 0;
    return watch({
      jobs: asked.getAll("job").slice(0, MOST),
      lists: asked.has("lists"),
      job: (id, changes) => tell("job", { id, changes }),
      list: (mark) => tell("list", { mark }),
      looked: () => {
        if (Date.now() - beat < BEAT) return;
        beat = Date.now();
        tell("beat", {});
      },
    });
  });
};
