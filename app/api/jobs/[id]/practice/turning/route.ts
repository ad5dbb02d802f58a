import { answer } from "@/app/api/answer";
import { practiceWheel } from "@/record/practice-wheel";

/** Places a turn at which the dials are told. */
const PLACES = 320;

/** Two dials on the practice wheel, streamed as it is turned once round from the valve (server-sent events). */
export const GET = async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const { id } = await params;
  let stand: Awaited<ReturnType<typeof practiceWheel>> | null = null;
  const refused = await answer(async () => {
    stand = await practiceWheel(id);
  });
  const turning = stand as Awaited<ReturnType<typeof practiceWheel>> | null;
  if (!turning) return refused;
  // A turn takes some seconds by hand; `?seconds=1` hurries it.
  const asked = Number(new URL(request.url).searchParams.get("seconds") ?? 6);
  const seconds = Number.isFinite(asked) ? Math.min(30, Math.max(0, asked)) : 6;
  const text = new TextEncoder();
  const stream = new ReadableStream({
    async start(controller) {
      for (let i = 0; i <= PLACES && !request.signal.aborted; i++) {
        const angleDeg = (360 * i) / PLACES;
        const { lateral, radial } = turning.dialsAt(angleDeg);
        controller.enqueue(
          text.encode(
            `data: ${JSON.stringify({ angleDeg, lateral: Math.round(lateral * 1000) / 1000, radial: Math.round(radial * 1000) / 1000 })}\n\n`,
          ),
        );
        if (seconds > 0) await new Promise((r) => setTimeout(r, (1000 * seconds) / PLACES));
      }
      if (!request.signal.aborted) controller.enqueue(text.encode("event: round\ndata: {}\n\n"));
      controller.close();
    },
  });
  return new Response(stream, { headers: { "content-type": "text/event-stream", "cache-control": "no-store" } });
};
