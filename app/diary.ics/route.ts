import { answer } from "@/app/api/answer";
import { fileAnswer } from "@/app/api/file-answer";
import { todayIn } from "@/core/planning/today";
import { STAGE_NAMES, type Stage } from "@/core/wheel/stages";
import { diaryIcs } from "@/formats/diary-ics";
import { readDiary } from "@/record/diary";
import { readSettings } from "@/store/settings";

export const dynamic = "force-dynamic";

/** The diary as a calendar: a feed to subscribe to, or a file. It is served by this machine only. */
export const GET = () =>
  answer(async () => {
    const settings = await readSettings();
    const today = todayIn(settings.timeZone);
    const diary = await readDiary(settings, today);
    const of = (id: string) => diary.jobs.find((j) => j.id === id);
    const text = diaryIcs({
      today,
      timeZone: settings.timeZone,
      slots: diary.plan.slots.flatMap((s, i) =>
        diary.clock[i].map((at) => ({
          id: s.id,
          day: s.day,
          ...at,
          title: `${of(s.id)?.mark ?? ""} ${STAGE_NAMES[s.stage as Stage] ?? s.stage}, ${of(s.id)?.machine ?? ""}`,
        })),
      ),
      days: [
        ...diary.jobs.flatMap((j) =>
          j.promised ? [{ id: `promised-${j.id}`, on: j.promised, title: `${j.mark} promised to ${j.customer}` }] : [],
        ),
        ...diary.rechecks.map((r) => ({ id: `recheck-${r.wheelId}`, on: r.on, title: `${r.mark}: look at it again` })),
      ],
    });
    return fileAnswer(text, { name: "bench.ics", type: "text/calendar; charset=utf-8", shown: true });
  });
