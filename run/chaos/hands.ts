import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import sharp from "sharp";

/** One thing entered, by the id it carries. */
export interface Entry {
  readonly id: string;
  readonly round: string;
  readonly value: number;
}

/** All that hands sent, and what of it was confirmed to them. */
export interface Done {
  readonly sent: Map<string, Entry>;
  readonly confirmed: Set<string>;
  readonly photos: { readonly id: string; confirmed: boolean }[];
  readonly jobs: { readonly id: string; confirmed: boolean }[];
  /** What was refused though nothing is wrong with it, or answered otherwise than a record that is away would be. */
  readonly wrong: string[];
  /** ms of the slowest answer, of whatever kind. */
  slowest: number;
}

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
const uuid = () => crypto.randomUUID();

/** Hands at a bench: each enters one thing after another, and each thing until it is confirmed, as a page does. */
export class Hands {
  readonly done: Done = { sent: new Map(), confirmed: new Set(), photos: [], jobs: [], wrong: [], slowest: 0 };
  private going = true;
  private readonly at: Promise<void>[] = [];

  constructor(private readonly address: string) {}

  /** The same until it is confirmed. */
  private async insist(path: string, body: BodyInit, type = "application/json"): Promise<void> {
    for (;;) {
      const began = Date.now();
      // An answer cut off on its way is none.
      const answer = await fetch(`${this.address}${path}`, {
        method: "POST",
        body,
        headers: { "content-type": type },
        signal: AbortSignal.timeout(15_000),
      })
        .then(async (r) => ({ ok: r.ok, status: r.status, said: await r.text() }))
        .catch(() => null);
      this.done.slowest = Math.max(this.done.slowest, Date.now() - began);
      if (answer?.ok) return;
      if (answer && answer.status <= 500)
        this.done.wrong.push(`${path}: ${answer.status} ${answer.said.slice(0, 300)}`);
      if (answer && answer.status < 500) return;
      await pause(60);
    }
  }
  private json = (path: string, body: unknown) => this.insist(path, JSON.stringify(body));

  /** Opens a job and a round in it. */
  async job(): Promise<{ job: string; round: string }> {
    const [job, round] = [uuid(), uuid()];
    await this.json("/api/jobs", { id: job, kind: "true-only" });
    await this.json(`/api/jobs/${job}/rounds`, { id: round });
    return { job, round };
  }

  private read = async ({ round }: { round: string }): Promise<void> => {
    // Every reading of all hands is another.
    const entry = { id: uuid(), round, value: (this.done.sent.size + 1) / 1000 };
    this.done.sent.set(entry.id, entry);
    const reading = { id: entry.id, what: "lateral", spoke: 1, value: entry.value, typed: String(entry.value) };
    await this.json(`/api/rounds/${round}/readings`, reading);
    this.done.confirmed.add(entry.id);
  };

  private photograph = async ({ job }: { job: string }): Promise<void> => {
    const colour = { r: this.done.photos.length % 256, g: 90, b: 40 };
    const picture = await sharp({ create: { width: 1200, height: 800, channels: 3, background: colour } })
      .jpeg()
      .toBuffer();
    const photo = { id: uuid(), confirmed: false };
    this.done.photos.push(photo);
    await this.insist(`/api/jobs/${job}/photos?id=${photo.id}&caption=x`, new Uint8Array(picture), "image/jpeg");
    photo.confirmed = true;
  };

  /** A job's archive under ids of its own, so that each taken in is another job. */
  private takeIn = async (archive: Uint8Array): Promise<void> => {
    const { "job.json": told, ...files } = unzipSync(archive);
    const ids = new Map<string, string>();
    const anew = strFromU8(told).replaceAll(/[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[0-9a-f]{4}-[0-9a-f]{12}/g, (id) => {
      ids.set(id, ids.get(id) ?? uuid());
      return ids.get(id) ?? id;
    });
    const renamed = Object.fromEntries(
      Object.entries(files).map(([name, bytes]) => [
        [...ids].reduce((n, [from, to]) => n.replace(from, to), name),
        bytes,
      ]),
    );
    const job = { id: String(JSON.parse(anew).tables.jobs[0].id), confirmed: false };
    this.done.jobs.push(job);
    const zip = zipSync({ "job.json": strToU8(anew), ...renamed });
    await this.insist("/api/archive?take=yes", new Uint8Array(zip), "application/zip");
    job.confirmed = true;
  };

  private keepAt(work: () => Promise<void>): void {
    const loop = async () => {
      while (this.going) await work();
    };
    this.at.push(loop());
  }

  /** Readings by three hands, pictures by one, archives by another. @param archive of a whole job */
  async begin(archive: Uint8Array): Promise<void> {
    for (let i = 0; i < 3; i++) {
      const own = await this.job();
      this.keepAt(() => this.read(own));
    }
    const photographed = await this.job();
    this.keepAt(() => this.photograph(photographed));
    this.keepAt(() => this.takeIn(archive));
  }

  /** What was begun is finished; nothing more is. */
  async rest(): Promise<void> {
    this.going = false;
    await Promise.all(this.at);
  }
}
