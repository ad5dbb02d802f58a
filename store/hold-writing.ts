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

/** Changes the record, unless writing is held. @throws WritingHeld */
export const whileNotHeld = async <T>(work: () => Promise<T>): Promise<T> => {
  const why = whyHeld();
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
  held.tallCompassHeld = why;
  try {
    await Promise.allSettled([...underWay()]);
    return await work();
  } finally {
    held.tallCompassHeld = null;
  }
};
