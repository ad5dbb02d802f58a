"use client";
import { useQuery } from "@tanstack/react-query";
import { addWeeks, format, parseISO } from "date-fns";
import { DayPicker } from "react-day-picker";
import { getJson } from "../kept/get-json";

interface Proposed {
  readonly soonest: string | null;
  readonly safe: string | null;
}

const asDay = (date: Date): string => format(date, "yyyy-MM-dd");
const words = (day: string): string => format(parseISO(day), "EEE d MMM");

const KEY =
  "flex min-h-18 min-w-32 flex-1 flex-col items-center justify-center border-b border-rule px-2 text-xl leading-tight outline-offset-[-6px]";
const CELL = "h-12 w-12 p-0 text-center";
const LOOK = {
  root: "relative shrink-0 p-2",
  month_caption: "flex h-12 items-center justify-center text-xl font-bold",
  nav: "absolute inset-x-2 top-2 flex justify-between",
  button_previous: "h-12 w-12 text-2xl disabled:opacity-40",
  button_next: "h-12 w-12 text-2xl disabled:opacity-40",
  chevron: "mx-auto fill-ink",
  month_grid: "border-collapse",
  weekday: "h-8 w-12 text-base font-normal",
  day: CELL,
  day_button: "h-12 w-12 border border-transparent text-xl outline-offset-[-4px] enabled:hover:border-ink",
  today: "font-bold underline",
  selected: "bg-ink text-paper",
  outside: "opacity-50",
  disabled: "opacity-40",
};

/** The days to choose from: what the diary would promise, and a month laid out; Monday first. */
export const DayKeys = ({
  jobId,
  value,
  today,
  onChoose,
}: {
  /** The job whose promised day it is; the diary proposes none for other days. */
  jobId: string | null;
  value: string;
  today: string;
  onChoose: (day: string) => void;
}) => {
  const { data } = useQuery({
    queryKey: ["proposed-day", jobId],
    queryFn: () => getJson<Proposed>(`/api/jobs/${jobId}/proposed-day`),
    enabled: jobId !== null,
    retry: false,
  });
  const selected = /^\d{4}-\d{2}-\d{2}$/.test(value) ? parseISO(value) : undefined;
  const proposals = [
    ...(data?.soonest ? [{ day: data.soonest, why: "soonest, by the diary" }] : []),
    ...(data?.safe && data.safe !== data.soonest ? [{ day: data.safe, why: "safe, if all go slowly" }] : []),
    ...[1, 2].map((weeks) => ({
      day: asDay(addWeeks(parseISO(today), weeks)),
      why: weeks === 1 ? "in a week" : "in two weeks",
    })),
  ];
  return (
    <div className="flex max-h-[26rem] items-stretch overflow-y-auto border-t border-rule portrait:flex-wrap">
      <DayPicker
        mode="single"
        weekStartsOn={1}
        showOutsideDays
        selected={selected}
        defaultMonth={selected ?? parseISO(today)}
        disabled={{ before: parseISO(today) }}
        onSelect={(date) => date && onChoose(asDay(date))}
        classNames={LOOK}
      />
      <div className="flex min-w-0 flex-1 flex-col border-l border-rule">
        {proposals.map((p) => (
          <button key={p.why} type="button" className={KEY} onClick={() => onChoose(p.day)}>
            {words(p.day)}
            <span className="text-base">{p.why}</span>
          </button>
        ))}
      </div>
    </div>
  );
};
