import { change } from "@/app/api/answer";
import { isToBeTaken, readList } from "@/app/api/file-answer";
import { todayIn } from "@/core/planning/today";
import { awayFromIcs } from "@/formats/away-ics";
import { importAway } from "@/store/away";
import { readSettings } from "@/store/settings";

/** Reads a calendar for when nobody is at the bench: with `?take=yes` it is taken, else only what it would change is told. */
export const POST = (request: Request) =>
  change(async () => {
    const { timeZone } = await readSettings();
    const today = todayIn(timeZone);
    const text = await readList(request, 4, "calendar");
    const { away, errors } = awayFromIcs(text, timeZone, today);
    const take = isToBeTaken(request, errors);
    return { taken: take, errors, changes: await importAway(away, today, take), lines: away.length };
  });
