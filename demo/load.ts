import type { Reading } from "@/core/rounds/reading";
import { advise } from "@/core/truing/advise";
import { jobTolerance } from "@/core/truing/bench-way";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { jobRecord } from "@/record/job-record";
import { orderNow } from "@/record/order";
import { jobSheet } from "@/record/sheet";
import { addAct } from "@/store/acts";
import { backdate, isEmptyRecord, wheelMarked } from "@/store/backdate";
import { saveBuild } from "@/store/builds";
import { beginDemo, markAsDemo, removeHalfDemo } from "@/store/demo-shop";
import { environment } from "@/store/environment";
import { saveGaugeTable } from "@/store/gauge-tables";
import { changeJob, finishJob } from "@/store/jobs";
import { addMeasurements } from "@/store/measurements";
import { openJob } from "@/store/open-job";
import { addOrder } from "@/store/orders";
import { savePracticeWheel } from "@/store/practice-wheels";
import { addReadings, addTurns, markDestressed, openRound, saveAdvice } from "@/store/rounds";
import { readSettings } from "@/store/settings";
import { addSheet } from "@/store/sheets";
import { moveStock, saveStock } from "@/store/stock";
import type { DemoJob } from "./demo-job";
import { DEMO_GAUGES, DEMO_STOCK } from "./drawers";
import { DEMO_PAST } from "./past-jobs";
import { DEMO_JOBS } from "./scenario";

const day = (fromToday: number): string => new Date(Date.now() + fromToday * 86_400_000).toISOString().slice(0, 10);

/** Loads the invented workshop into an empty database; leaves any other alone. Cut off in the middle it is loaded anew. */
export const loadDemoOnce = async (): Promise<void> => {
  await removeHalfDemo();
  if (environment().TALL_COMPASS_DEMO === "no" || !(await isEmptyRecord())) return;
  await beginDemo();
  for (const { held, ...drawer } of DEMO_STOCK) {
    const id = crypto.randomUUID();
    await saveStock({ id, pitch: null, ...drawer });
    await moveStock({ id: crypto.randomUUID(), stockId: id, jobId: null, change: held, note: "counted" });
  }
  for (const gauge of DEMO_GAUGES) await saveGaugeTable({ id: crypto.randomUUID(), version: 0, ...gauge });
  for (const job of [...DEMO_PAST, ...DEMO_JOBS]) await loadJob(job);
  await markAsDemo();
};

const loadJob = async (demo: DemoJob): Promise<void> => {
  const id = crypto.randomUUID();
  const {
    kind,
    figures,
    laced,
    rounds,
    settled,
    ordered,
    later,
    signedBy,
    promisedIn,
    waitingSinceIn,
    past,
    again,
    ...rest
  } = demo;
  const wheelId = again ? await wheelMarked(demo.mark) : null;
  const job = await openJob({ id, kind, ...rest, ...(wheelId ? { wheelId } : {}) });
  await changeJob(id, {
    seen: job,
    change: {
      ...rest,
      promised: day(promisedIn),
      waitingSince: waitingSinceIn === undefined ? null : day(waitingSinceIn),
    },
  });
  const take = (list: DemoJob["figures"]) =>
    addMeasurements(
      id,
      Object.entries(list).map(([name, value]) => ({
        id: crypto.randomUUID(),
        name,
        place: 0,
        role: "new",
        who: "",
        typed: String(value),
        unit: typeof value === "number" ? "mm" : "choice",
        value: typeof value === "number" ? value : null,
        method: "",
      })),
    );
  await take(figures);
  if (laced !== undefined)
    await addAct(id, { id: crypto.randomUUID(), act: { what: "laced-so-far", steps: laced }, who: "" });
  if (settled) {
    const record = await jobRecord(id);
    if (record?.build.wheel)
      await saveBuild({ jobId: id, wheel: record.build.input, assumed: record.build.assumed, version: 0 });
  }
  if (ordered) {
    const record = await jobRecord(id);
    if (record) await addOrder(crypto.randomUUID(), id, orderNow(record));
  }
  if (later) await take(later);
  if (rounds) await trueOnStand(id, rounds);
  if (signedBy) {
    const record = await jobRecord(id);
    if (record)
      await addSheet({
        id: crypto.randomUUID(),
        jobId: id,
        contents: {
          ...jobSheet(record, day(-(past?.daysAgo ?? 0)), await readSettings(), `/wheels/${record.job.wheelId}`),
          signedBy,
        },
        signedBy,
      });
    await finishJob(id, past ? null : day(30));
  }
  if (past) await backdate(id, past);
};

/** Rounds of truing on a simulated wheel: what is stored is what its dial and gauge said. */
const trueOnStand = async (jobId: string, rounds: NonNullable<DemoJob["rounds"]>): Promise<void> => {
  const { seed, count, leaveTurns, bend = 1, fallen = false } = rounds;
  const record = await jobRecord(jobId);
  if (!record?.wheel) return;
  const { wheel, job } = record;
  const stand = new StandInWheel(
    wheel,
    hiddenWheel(seed, fallen ? "buckled" : "fresh", { bareLateral: 1.1 * bend, bareRadial: 0.8 * bend }),
  );
  const all = [...Array(wheel.rim.holes).keys()].map((i) => i + 1);
  const history: {
    readings: { lateral: number[]; radial: number[]; tension: number[]; offset: number };
    turns: number[];
    destressed: boolean;
  }[] = [];
  for (let r = 0; r < count; r++) {
    const roundId = crypto.randomUUID();
    await openRound(jobId, { id: roundId });
    const hundredth = (x: number) => Math.round(x * 100) / 100;
    const readings = {
      lateral: all.map((s) => hundredth(stand.readLateral(s))),
      radial: all.map((s) => hundredth(stand.readRadial(s))),
      tension: all.map((s) => Math.round(stand.readTension(s) / 10) * 10),
      offset: hundredth(stand.readOffset()),
    };
    const read = (what: "lateral" | "radial" | "tension" | "offset", spoke: number, value: number): Reading => ({
      ...{ id: crypto.randomUUID(), what, spoke, value, typed: String(value), doubtful: false },
      ...{ instrument: what === "tension" ? "gauge" : "stand", method: what === "offset" ? "direct" : "at-place" },
    });
    await addReadings(roundId, [
      read("offset", 0, readings.offset),
      ...all.flatMap((s) =>
        (["lateral", "radial", "tension"] as const).map((what) => read(what, s, readings[what][s - 1])),
      ),
    ]);
    const advice = advise({
      wheel,
      readings,
      tolerance: jobTolerance(job.tolerance, record.taken),
      stage: 1,
      nipple: { step: 1 / 16, most: 1 },
      history,
    });
    await saveAdvice(roundId, advice);
    history.push({ readings, turns: [...advice.turns], destressed: true });
    if (r === count - 1 && leaveTurns) break;
    const turned = all.flatMap((spoke) =>
      advice.turns[spoke - 1] === 0 ? [] : [{ id: crypto.randomUUID(), spoke, turns: advice.turns[spoke - 1] }],
    );
    for (const { spoke, turns } of turned) stand.turn(spoke, turns);
    await addTurns(roundId, turned);
    stand.destress();
    await markDestressed(roundId);
  }
  // It stays on the stand: its spokes can be plucked and its turns made, with no wheel in the house.
  await savePracticeWheel(jobId, stand.hidden, stand.state);
};
