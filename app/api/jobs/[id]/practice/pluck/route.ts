import { answer } from "@/app/api/answer";
import { barNotes, pluckSound } from "@/devices/pluck";
import { wavOf } from "@/formats/wav";
import { practiceWheel } from "@/record/practice-wheel";
import { spokeAsked } from "../spoke-asked";

const RATE = 44_100;

/** The sound of the practice wheel's spoke, plucked, as a WAV: its like ring along. */
export const GET = async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  let sound: Uint8Array | null = null;
  const refused = await answer(async () => {
    const stand = await practiceWheel((await params).id);
    const { holes } = stand.wheel.rim;
    const spoke = spokeAsked(request, holes);
    const along = [2, 4, holes - 2, holes - 4].map((by) => ((spoke - 1 + by) % holes) + 1);
    sound = wavOf(
      pluckSound(stand.plucked(spoke), {
        seed: Math.floor(performance.now() * 1000) % 1_000_003,
        rate: RATE,
        seconds: 1.2,
        neighbours: along.map((s) => barNotes(stand.plucked(s), 1)[0]),
        lead: 0.05,
      }),
      RATE,
    );
  });
  return sound
    ? new Response(sound, { headers: { "content-type": "audio/wav", "cache-control": "no-store" } })
    : refused;
};
