import { isStillIn } from "@/record/let-in";

/** Tells one event to whoever listens. */
export type Tell = (event: string, data: unknown) => void;

/** ms between two looks whether whoever listens may still. */
const LOOK_EVERY = 1000;

/**
 * Server-sent events for as long as somebody listens; ended when their device is shut out.
 *
 * @param begin starts to tell, and returns what ends that
 */
export const eventStream = (request: Request, begin: (tell: Tell) => () => void): Response => {
  const text = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const stop = begin((event, data) => {
        try {
          controller.enqueue(text.encode(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`));
        } catch {
          // Whoever listened has gone; the end comes with the request's.
        }
      });
      const look = setInterval(async () => {
        if (!(await isStillIn(request.headers).catch(() => true))) end();
      }, LOOK_EVERY);
      const end = () => {
        clearInterval(look);
        stop();
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
