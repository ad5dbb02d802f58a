import { setTimeout as pause } from "node:timers/promises";
import { askedServer, database } from "./database";
import { MOST_PATIENCE } from "./in-transaction";
import { leasedFor, leaseOf } from "./lease";

/** Shared by all parts of the web server, however it was bundled. */
const held = globalThis as {
  tallCompassHeld?: string | null;
  tallCompassChanges?: Set<Promise<unknown>>;
};
const underWay = (): Set<Promise<unknown>> => {
  held.tallCompassChanges ??= new Set();
  return held.tallCompassChanges;
};

/** Nothing is written for a while; said to whoever tries, and sent again by the page. */
export class WritingHeld extends Error {
  constructor(why: string) {
    super(why);
    this.name = "WritingHeld";
  }
}

/** Why nothing is written now; null while all is as ever. */
export const whyHeld = (): string | null => held.tallCompassHeld ?? null;

/** ms for which another server's word is taken as it was. */
const HEARD = 500;
let heard: { readonly at: number; readonly why: Promise<string | null> } | null = null;

/** Why another server of the same record holds all writing; null where there is one server, or none does. */
const whyHeldElsewhere = (): Promise<string | null> => {
  if (!askedServer()) return Promise.resolve(null);
  if (!heard || Date.now() - heard.at > HEARD) heard = { at: Date.now(), why: leasedFor(database(), "writing") };
  return heard.why;
};

/** The same, wherever it is held. */
export const whyHeldAnywhere = async (): Promise<string | null> => whyHeld() ?? (await whyHeldElsewhere());

/** Changes the record, unless writing is held. @throws WritingHeld */
export const whileNotHeld = async <T>(work: () => Promise<T>): Promise<T> => {
  const elsewhere = await whyHeldElsewhere();
  // Asked last, with nothing awaited until it is counted as under way: a hold that begins now waits for it.
  const why = whyHeld() ?? elsewhere;
  if (why !== null) throw new WritingHeld(why);
  const done = work();
  underWay().add(done);
  try {
    return await done;
  } finally {
    underWay().delete(done);
  }
};

/** Does something while nothing is written: what was begun is finished first, what comes meanwhile is refused. */
export const holdWriting = async <T>(why: string, work: () => Promise<T>): Promise<T> => {
  if (whyHeld() !== null) throw new WritingHeld(whyHeld() ?? why);
  const lease = askedServer() ? await leaseOf("writing", why) : null;
  if (lease === "taken") throw new WritingHeld(why);
  held.tallCompassHeld = why;
  try {
    await Promise.allSettled([...underWay()]);
    // Others hear of it, and what they had begun by then ends.
    if (lease) await pause(HEARD + MOST_PATIENCE);
    return await work();
  } finally {
    held.tallCompassHeld = null;
    await lease?.release();
  }
};
