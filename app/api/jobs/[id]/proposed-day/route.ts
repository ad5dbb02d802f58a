import { answer } from "@/app/api/answer";
import { todayIn } from "@/core/planning/today";
import { proposedDay } from "@/record/proposed-day";
import { readSettings } from "@/store/settings";

/** The days the diary would promise this wheel for. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const settings = await readSettings();
    return proposedDay((await params).id, settings, todayIn(settings.timeZone));
  });
