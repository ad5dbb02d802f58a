import { FIGURES } from "@/core/figures/all-figures";
import { UNIT } from "@/core/figures/check-figure";
import { carriedFrom } from "@/core/measurement/carried";
import { type Entry, figuresOf, type Taken } from "@/core/measurement/taken";
import { notThere } from "@/core/wheel/bad-input";
import { figuresOfWheel, OF_WIRE, RESTS_ON } from "@/core/wheel/figures-of-wheel";
import { toldSince } from "@/core/wheel/told-since";
import { wheelChanges } from "@/core/wheel/wheel-changes";
import { readWheel, type WheelInput } from "@/core/wheel/wheel-file";
import { type Build, saveBuild } from "@/store/builds";
import { addMeasurements } from "@/store/measurements";
import { benchRecord } from "./bench-record";

type Put = Omit<Entry, "at" | "beside">;

const put = (name: string, value: number | string, method: string, who: string): Put => ({
  ...{ id: crypto.randomUUID(), name, place: 0, role: "new", method, who },
  typed: typeof value === "number" ? String(Number(value.toFixed(3))) : value,
  unit: UNIT[FIGURES[name].kind],
  value: typeof value === "number" ? value : null,
});

const leftOut = (name: string, { counting }: Taken, who: string): Put[] =>
  counting.map((e) => ({
    ...{ id: crypto.randomUUID(), name, place: e.place, role: "out", method: "", who },
    ...{ typed: e.id, unit: "", value: null },
  }));

/** What has to be put down and left out so that the figures say what the file does; nothing where they do already. */
const changesTo = (taken: Readonly<Record<string, Taken>>, wheel: WheelInput, who: string): Put[] => {
  const read = readWheel(wheel);
  const says = figuresOfWheel(read);
  const method = carriedFrom(wheel.name || "a wheel file");
  // What was told of the wire for the order stays where it is the file's wire: galvanised and stainless are both steel.
  const otherWire = wheelChanges(read, { ...read, spoke: toldSince(read, figuresOf(taken)).spoke }).length > 0;
  const gone = [...RESTS_ON, ...(otherWire ? OF_WIRE : [])].filter((name) => says[name] === undefined);
  return [
    ...gone.flatMap((name) => (taken[name] ? leftOut(name, taken[name], who) : [])),
    ...Object.entries(says).flatMap(([name, value]) => {
      const now = taken[name];
      if (value === undefined || (now && (now.value ?? now.typed) === value)) return [];
      // Taken at several places it would go on counting beside what the file says.
      const beside = now?.counting.some((e) => e.place !== 0) ? leftOut(name, now, who) : [];
      return [...beside, put(name, value, method, who)];
    }),
  ];
};

/**
 * Takes a wheel file as a job's wheel: settled as it is, and its figures put down as carried from it, so that every place
 * says the same of it, and what is measured afterwards counts before it.
 *
 * @param who put it down
 * @throws BadInput
 */
export const takeWheelFile = async (jobId: string, input: WheelInput, who: string): Promise<Build> => {
  const { assumed = [], ...wheel } = input;
  const record = await benchRecord(jobId);
  if (!record) throw notThere("job", "id");
  const changes = changesTo(record.taken, wheel, who);
  if (changes.length > 0) await addMeasurements(jobId, changes);
  return saveBuild({ jobId, wheel, assumed, version: record.settled?.version ?? 0 });
};
