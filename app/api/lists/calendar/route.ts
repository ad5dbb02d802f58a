import { change, readBytes } from "@/app/api/answer";
import { todayIn } from "@/core/planning/today";
import { awayFromIcs } from "@/formats/away-ics";
import { importAway } from "@/store/away";
import { readSettings } from "@/store/settings";

/** Reads a calendar for when nobody is at the bench: with `?take=yes` it is taken, else only what it would change is told. */
export const POST = (request: Request) =>
  change(async () => {
    const { timeZone } = await readSettings();
    const today = todayIn(timeZone);
    const text = (await readBytes(request, 4, "calendar")).toString("utf8");
    const { away, errors } = awayFromIcs(text, timeZone, today);
    const take = new URL(request.url).searchParams.get("take") === "yes" && errors.length === 0;
    return { taken: take, errors, changes: await importAway(away, today, take), lines: away.length };
  });
