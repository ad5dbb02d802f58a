import { isStillIn } from "@/record/let-in";
import { watch } from "@/store/watching";

/** Jobs one page watches at most. */
const MOST = 8;
/** ms between two signs of life, and between two looks whether whoever watches may still. */
const BEAT = 1000;

/**
 * What changes of the jobs named by `job` and, with `lists`, of any job: told as it happens (server-sent events), by how
 * many changes a job has had, so that one who missed some sees that from the next. Silent while the record is away.
 */
export const GET = (request: Request): Response => {
  const asked = new URL(request.url).searchParams;
  const text = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const tell = (event: string, data: unknown) => {
        try {
          controller.enqueue(text.encode(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`));
        } catch {
          // Whoever listened has gone; the end comes with the request's.
        }
      };
      let beat = 0;
      const unwatch = watch({
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
      const look = setInterval(async () => {
        if (await isStillIn(request.headers).catch(() => true)) return;
        end();
      }, BEAT);
      const end = () => {
        clearInterval(look);
        unwatch();
        try {
          controller.close();
        } catch {
          // Closed from the other side.
        }
      };
      request.signal.addEventListener("abort", end, { once: true });
      if (request.signal.aborted) end();
    },
  });
  return new Response(stream, {
    // Packed, it would wait until there is enough to pack.
    headers: { "content-type": "text/event-stream", "cache-control": "no-store, no-transform" },
  });
};
