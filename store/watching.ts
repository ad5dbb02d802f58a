import { setTimeout as pause } from "node:timers/promises";
import type { Knex } from "knex";
import { askedServer, database } from "./database";
import { timesOrdered } from "./desk-order";

/** What whoever watches is told. */
export interface Watcher {
  readonly jobs: readonly string[];
  /** Whether the lists of the jobs are watched as well. */
  readonly lists: boolean;
  /** So many changes a job has had; told once at the start, and whenever there are more. */
  readonly job: (id: string, changes: number) => void;
  /** How the lists stand; told once at the start, and whenever they may be otherwise. */
  readonly list: (mark: string) => void;
  /** The record answered: told at every look. */
  readonly looked: () => void;
}

/** ms between two looks at what others wrote: by the shop's own commands, or through another of several web servers. */
const OTHERS_EVERY = { oneServer: 500, several: 250 };
/** ms between two looks at most while something is written through this web server all the time. */
const SOONEST = 120;

interface Watched extends Watcher {
  readonly told: Map<string, number>;
  listed: string | null;
}

const watchers = new Set<Watched>();
let looking = false;

/** Shared by all parts of the web server, however they were bundled. */
const held = globalThis as { tallCompassWritten?: () => void };

/** Something was written through this web server: whoever watches it here is told at once. */
export const wasWritten = (): void => held.tallCompassWritten?.();

/** Handed back last, that a list shows: somewhat more than any does. */
const BACK = 30;

/**
 * How the lists of the jobs stand: another mark where any of them may be otherwise. Asked all the time by every list that is
 * open, so by what lists show alone: what is on the bench, what went back last, what is put away.
 */
export const listsMark = async (): Promise<string> => {
  const db = database();
  const summed = (jobs: Knex.QueryBuilder): PromiseLike<{ jobs: number; changes: number }[]> =>
    db.from(jobs.as("some")).select(db.raw("count(*) as jobs, coalesce(sum(changes), 0) as changes"));
  const [bench, back, away, ordered] = await Promise.all([
    summed(db("jobs").whereNull("finished_at").select("changes")),
    summed(db("jobs").whereNotNull("finished_at").orderBy("finished_at", "desc").limit(BACK).select("changes")),
    summed(db("jobs").whereNotNull("put_away_at").select("changes")),
    timesOrdered(),
  ]);
  return [...[bench, back, away].flatMap(([sum]) => [sum.jobs, sum.changes]), ordered].join(" ");
};

const look = async (): Promise<void> => {
  const all = [...watchers];
  const ids = [...new Set(all.flatMap((w) => w.jobs))];
  const rows: { id: string; changes: number }[] =
    ids.length > 0 ? await database()("jobs").whereIn("id", ids).select("id", "changes") : [];
  const changes = new Map(rows.map((r) => [r.id, r.changes]));
  for (const w of all)
    for (const id of w.jobs) {
      const now = changes.get(id);
      if (now === undefined || w.told.get(id) === now) continue;
      w.told.set(id, now);
      w.job(id, now);
    }
  if (all.some((w) => w.lists)) {
    const now = await listsMark();
    for (const w of all) {
      if (!w.lists || w.listed === now) continue;
      w.listed = now;
      w.list(now);
    }
  } else if (ids.length === 0) await database().raw("select 1");
  for (const w of all) w.looked();
};

const goRound = async (): Promise<void> => {
  if (looking) return;
  looking = true;
  let written = false;
  let sooner: (() => void) | null = null;
  held.tallCompassWritten = () => {
    written = true;
    sooner?.();
  };
  while (watchers.size > 0) {
    written = false;
    // A record that cannot be reached tells nothing: whoever watches notices the silence.
    await look().catch(() => undefined);
    await pause(SOONEST);
    if (written) continue;
    const others = OTHERS_EVERY[askedServer() ? "several" : "oneServer"] - SOONEST;
    await new Promise<void>((done) => {
      const later = setTimeout(done, others);
      sooner = () => {
        clearTimeout(later);
        done();
      };
    });
    sooner = null;
  }
  held.tallCompassWritten = undefined;
  looking = false;
};

/**
 * One look at the record for all who watch, however many devices show the same wheel: it is asked as often as one page
 * would, and what another server of the same record wrote is seen as well.
 *
 * @returns ends it
 */
export const watch = (watcher: Watcher): (() => void) => {
  const watched: Watched = { ...watcher, told: new Map(), listed: null };
  watchers.add(watched);
  void goRound();
  // It is told how all stands now, not at the next look.
  wasWritten();
  return () => void watchers.delete(watched);
};
