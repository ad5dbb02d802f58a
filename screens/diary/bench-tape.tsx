import { weekdayOf } from "@/core/planning/day-words";
import type { Diary as DiaryData } from "@/core/planning/diary";
import { STAGE_NAMES, type Stage } from "@/core/wheel/stages";
import { clock, dayOf } from "./diary-words";

/** The slots of one day, those of one wheel that follow each other put together. */
const wheelsOn = (diary: DiaryData, day: number) => {
  const out: { id: string; from: number; minutes: number; at: number; stages: string[] }[] = [];
  diary.plan.slots.forEach((s, i) => {
    if (s.day !== day) return;
    const last = out.at(-1);
    const stage = (STAGE_NAMES[s.stage as Stage] ?? s.stage).toLowerCase();
    if (last && last.id === s.id && Math.abs(last.from + last.minutes - s.from) < 1) {
      last.minutes += s.minutes;
      last.stages.push(stage);
    } else out.push({ id: s.id, from: s.from, minutes: s.minutes, at: diary.clock[i][0]?.from ?? 0, stages: [stage] });
  });
  return out;
};

/** Three weeks as a tape: each day as tall as its bench hours, filled with the wheels worked on. */
export const BenchTape = ({ diary }: { diary: DiaryData }) => {
  const width = 1240 / diary.hours.length;
  const scale = 120 / Math.max(60, ...diary.hours);
  return (
    <svg
      viewBox="0 0 1240 170"
      className="w-full shrink-0 border-b border-ink"
      role="img"
      aria-label="bench hours of three weeks"
    >
      {diary.hours.map((hours, d) => {
        const date = dayOf(diary.today, d);
        return (
          <g key={d}>
            <rect
              x={d * width + 1}
              y={8}
              width={width - 2}
              height={Math.max(1, hours * scale)}
              fill="none"
              stroke="var(--color-rule)"
            />
            {wheelsOn(diary, d).map((s) => {
              const job = diary.jobs.find((j) => j.id === s.id);
              return (
                <g key={`${s.id}${s.from}`}>
                  <rect
                    x={d * width + 1}
                    y={8 + s.from * scale}
                    width={width - 2}
                    height={Math.max(1, s.minutes * scale)}
                    fill="var(--color-paper)"
                    stroke="var(--color-ink)"
                    strokeWidth="1.2"
                  >
                    <title>{`${clock(s.at)} ${job?.mark ?? ""} ${s.stages.join(", ")}`}</title>
                  </rect>
                  {s.minutes * scale > 15 && (
                    <text
                      x={d * width + width / 2}
                      y={8 + (s.from + s.minutes / 2) * scale + 5}
                      fontSize="14"
                      textAnchor="middle"
                      fill="var(--color-ink)"
                    >
                      {job?.mark}
                    </text>
                  )}
                </g>
              );
            })}
            {diary.jobs.some((j) => j.promised === date.toISOString().slice(0, 10)) && (
              <path d={`M${d * width + width / 2} 128l6 9h-12Z`} fill="var(--color-ink)">
                <title>promised</title>
              </path>
            )}
            <text
              x={d * width + width / 2}
              y="150"
              fontSize="15"
              textAnchor="middle"
              fill="var(--color-ink)"
              fontWeight={d === 0 ? 700 : 400}
            >
              {date.getUTCDate()}
            </text>
            <text x={d * width + width / 2} y="166" fontSize="14" textAnchor="middle" fill="var(--color-ink)">
              {weekdayOf(date)}
            </text>
          </g>
        );
      })}
    </svg>
  );
};
