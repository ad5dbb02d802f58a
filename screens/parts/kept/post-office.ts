import { attempt, deliver } from "./deliver";
import { type Delivered, keepDelivered, keptDelivered } from "./delivered";
import { type Entered, laneOf } from "./entered";
import { type Keeping, roomInBrowser } from "./keeping";
import { addLetter, allLetters, changeLetter, dropLetter, type Letter, livesWithThePage } from "./letters";
import { takeOldLetters } from "./old-letters";
import type { Sent } from "./sent";
import { whoIsHere } from "./who-is-here";
import { SEND_LATER } from "./worker/kept-pages";
import { sendInBackground } from "./worker/with-worker";

/** All that is on its way, as a page shows it. */
export interface Post {
  readonly letters: readonly Letter[];
  readonly delivered: readonly Delivered[];
  /** The record did not answer when it was last asked. */
  readonly away: boolean;
  /** How well what waits is kept. */
  readonly keeping: Keeping;
}

/** Before anything was looked at. */
export const NO_POST: Post = { letters: [], delivered: [], away: false, keeping: "kept" };
let post: Post = NO_POST;
const listeners = new Set<() => void>();
const change = (to: Partial<Post>): void => {
  post = { ...post, ...to };
  for (const listener of listeners) listener();
};
export const postNow = (): Post => post;
export const onPost = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** Other pages of this browser show and send the same letters. */
const channel = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel("tall-compass-letters");
const lookAgain = async (): Promise<void> => {
  const letters = await allLetters();
  const keeping = livesWithThePage() ? "page-only" : letters.length > 0 ? await roomInBrowser() : "kept";
  change({ letters, keeping });
};
const told = async (delivered: readonly Delivered[] = []): Promise<void> => {
  await lookAgain();
  channel?.postMessage(delivered);
};
channel?.addEventListener("message", ({ data }: MessageEvent<readonly Delivered[]>) => {
  // First shown as delivered, then no more as waiting: what was entered on the other page never drops from this one.
  if (data.length > 0) change({ delivered: [...post.delivered, ...data] });
  void lookAgain();
});

/** One at a time sends the letters of a lane, whatever page it is of: their order is the order they were entered in. */
const inLane = <T>(lane: string, work: () => Promise<T>): Promise<T> => {
  const name = `tall-compass-${lane}`;
  if (navigator.locks) return navigator.locks.request(name, work) as Promise<T>;
  const before = alone.get(name) ?? Promise.resolve();
  const mine = before.then(work, work);
  alone.set(
    name,
    mine.catch(() => undefined),
  );
  return mine;
};
const alone = new Map<string, Promise<unknown>>();

/**
 * What a letter that was not taken weighs against it, and how much it may: a fault of its own much, a record that was
 * busy or away just then little, for that says next to nothing of the letter.
 */
const AGAINST = { not: 4, "not-now": 1 } as const;
const MOST_AGAINST = 20;

/** Whether the record takes anything for this job just now. */
const takesOthers = async ({ entered: { jobId } }: Letter): Promise<boolean> =>
  (await attempt(jobId === null ? "/api/settings" : `/api/jobs/${jobId}/changes`, {})).state === "taken";

const refuse = (letter: Letter, refusal: NonNullable<Letter["refusal"]>) => changeLetter({ ...letter, refusal });

/**
 * What became of letters that somebody waits for, by their place in the order: null until it is known. Whatever on this page
 * sent one, its answer is told to whoever entered it.
 */
const awaited = new Map<number, Exclude<Sent, { state: "kept" }> | null>();
const tell = (at: number, became: Exclude<Sent, { state: "kept" }>): void => {
  if (awaited.has(at)) awaited.set(at, became);
};

/** Sends what waits in a lane, oldest first, until one is not answered. */
const sendLane = (lane: string): Promise<void> =>
  inLane(lane, async () => {
    const delivered: Delivered[] = [];
    for (const letter of await allLetters()) {
      if (letter.lane !== lane || letter.refusal) continue;
      const sent = await deliver(letter.entered);
      // Entered by somebody else, who may: it waits until one who may is here.
      if (sent.state === "refused" && sent.forbidden && letter.by !== whoIsHere()) break;
      if (sent.state === "later") {
        change({ away: true });
        // Not reached, shut out, or a record that takes nothing at all: none of it is the letter's doing.
        if (!sent.could || !(await takesOthers(letter))) break;
        const tries = letter.tries + AGAINST[sent.could];
        await changeLetter({ ...letter, tries });
        // One that alone fails while the record answers all else would hold up all behind it for ever.
        if (tries < MOST_AGAINST) break;
        const message = "the record answered again and again that it cannot take this";
        await refuse(letter, { field: null, message });
        tell(letter.at, { state: "refused", field: null, message });
        continue;
      }
      tell(letter.at, sent);
      answers();
      if (sent.state === "refused") {
        await refuse(letter, { field: sent.field, message: sent.message });
        change({ away: false });
        continue;
      }
      // Shown as delivered before it is struck: what was entered never drops from the screen in between.
      const { changes = 0 } = (sent.value ?? {}) as { changes?: number };
      const { at, entered, since } = letter;
      const now = { at, lane, entered, since, changes };
      delivered.push(now);
      change({ away: false, delivered: [...post.delivered, now] });
      // A record that counts no changes for it shows it by itself.
      if (changes > 0) await keepDelivered(now);
      await dropLetter(at);
    }
    await told(delivered);
  });

/** Where a letter is in the post. */
export interface Posted {
  readonly at: number;
  readonly lane: string;
}

/** Keeps something entered in the browser, before anything else is done with it. */
export const keep = async (entered: Entered): Promise<Posted> => {
  const lane = laneOf(entered);
  const at = await addLetter(lane, entered);
  awaited.set(at, null);
  await told();
  return { at, lane };
};

/**
 * Sends a letter behind all that waits before it.
 *
 * @param inHand whether whoever entered it still has it before him when it is refused: then it is his again. Else the
 * refusal stays with the page until it is dropped.
 */
export const sendKept = async ({ at, lane }: Posted, inHand: () => boolean): Promise<Sent> => {
  await sendLane(lane);
  const sent = awaited.get(at) ?? (await sentByAnother(at));
  awaited.delete(at);
  if (sent.state === "kept") later();
  if (sent.state === "refused" && inHand()) await drop(at);
  return sent;
};

/** Another page may have had the lane and sent it. */
const sentByAnother = async (at: number): Promise<Sent> => {
  const letter = (await allLetters()).find((l) => l.at === at);
  if (!letter) return { state: "taken", value: null };
  return letter.refusal ? { state: "refused", ...letter.refusal } : { state: "kept" };
};

/** A refused letter was seen and is not wanted any more. */
export const drop = async (at: number): Promise<void> => {
  await dropLetter(at);
  await told();
};

/** Sends all that waits. @returns whether nothing waits any more */
export const sendAll = async (): Promise<boolean> => {
  const lanes = new Set((await allLetters()).flatMap((l) => (l.refusal ? [] : [l.lane])));
  await Promise.all([...lanes].map(sendLane));
  await lookAgain();
  const waits = post.letters.some((l) => !l.refusal);
  if (waits) later();
  else change({ away: false });
  return !waits;
};

/** The record was read at so many changes: what it shows by itself need not be shown beside it. */
export const recordShows = (lane: string, changes: number): void => {
  const left = post.delivered.filter((d) => d.lane !== lane || d.changes > changes);
  if (left.length < post.delivered.length) change({ delivered: left });
};

/** ms until what waits is tried again; longer each time, up to a minute. */
const AGAIN = { first: 1000, most: 60_000 };
const next: { pause: number; timer: ReturnType<typeof setTimeout> | null } = { pause: AGAIN.first, timer: null };
const plan = (): void => {
  next.timer = setTimeout(async () => {
    next.timer = null;
    next.pause = Math.min(AGAIN.most, next.pause * 2);
    if (await sendAll()) next.pause = AGAIN.first;
  }, next.pause);
};
const later = (): void => {
  void sendInBackground(SEND_LATER);
  if (next.timer === null) plan();
};
/** The record answered: what waits all the same, of this job or another, does not wait as long as while it was away. */
const answers = (): void => {
  next.pause = AGAIN.first;
  if (next.timer === null) return;
  clearTimeout(next.timer);
  plan();
};
/** Sends all that waits; what is not taken is tried again soon, for there is a sign that the record answers. */
export const sendAtOnce = (): void => {
  answers();
  void sendAll();
};

/** What earlier pages left goes now, and again whenever there is a chance. @returns when it is shown */
export const openPostOffice = async (): Promise<void> => {
  await takeOldLetters();
  await lookAgain();
  const held = new Set(post.delivered.map((d) => d.at));
  change({ delivered: [...(await keptDelivered()).filter((d) => !held.has(d.at)), ...post.delivered] });
  window.addEventListener("online", sendAtOnce);
  document.addEventListener("visibilitychange", () => {
    if (document.visibilityState === "visible" && post.letters.some((l) => !l.refusal)) sendAtOnce();
  });
  void sendAll();
};
