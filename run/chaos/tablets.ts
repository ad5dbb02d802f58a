import sharp from "sharp";

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
const uuid = () => crypto.randomUUID();

/** What tablets were told is in the record, by what it is. */
export interface Confirmed {
  /** By round, in the order they were confirmed. */
  readonly readings: Map<string, string[]>;
  readonly turns: Set<string>;
  readonly photos: Set<string>;
  readonly sheets: Set<string>;
  /** By job. */
  readonly rounds: Map<string, Set<string>>;
  readonly wheels: Set<string>;
  readonly moves: Map<string, number>;
  /** Figures put down by two at once, and how many of the two were told of the other. */
  readonly doubts: { readonly jobId: string; readonly told: number }[];
}

interface Answer {
  readonly status: number;
  readonly body: Record<string, unknown>;
}

/** The tablets of a workshop: each does one thing after another, and each thing until it is confirmed. */
export class Tablets {
  readonly confirmed: Confirmed = {
    readings: new Map(),
    turns: new Set(),
    photos: new Set(),
    sheets: new Set(),
    rounds: new Map(),
    wheels: new Set(),
    moves: new Map(),
    doubts: [],
  };
  /** Answered otherwise than a shop that is away for a moment would. */
  readonly wrong: string[] = [];
  /** When each thing was confirmed, and how long it had waited, ms. */
  readonly waits: { readonly at: number; readonly ms: number; readonly path: string }[] = [];
  private going = true;
  private readonly at: Promise<void>[] = [];

  constructor(private readonly address: string) {}

  /** The same until it is confirmed; what is refused is given back. */
  private async insist(
    jar: Map<string, string>,
    path: string,
    body: BodyInit,
    type = "application/json",
  ): Promise<Answer> {
    const began = Date.now();
    for (;;) {
      const answer = await fetch(`${this.address}${path}`, {
        method: "POST",
        body,
        // A device stays with the server it was given.
        headers: { "content-type": type, cookie: [...jar].map(([k, v]) => `${k}=${v}`).join("; ") },
        signal: AbortSignal.timeout(10_000),
      })
        .then(async (r) => {
          for (const told of r.headers.getSetCookie()) {
            const [, name, value] = /^([^=]+)=([^;]*)/.exec(told) ?? [];
            if (name) jar.set(name, value);
          }
          return { status: r.status, body: (await r.json()) as Record<string, unknown> };
        })
        .catch(() => null);
      if (answer && (answer.status < 400 || (answer.status < 500 && answer.status !== 429))) {
        this.waits.push({ at: Date.now(), ms: Date.now() - began, path });
        return answer;
      }
      if (answer?.status === 500) this.wrong.push(`${path}: ${JSON.stringify(answer.body)}`);
      await pause(100);
    }
  }

  private tablet() {
    const jar = new Map<string, string>();
    const put = async (path: string, body: unknown): Promise<Record<string, unknown>> => {
      const { status, body: said } = await this.insist(jar, path, JSON.stringify(body));
      if (status >= 400) this.wrong.push(`${path}: ${status} ${JSON.stringify(said).slice(0, 300)}`);
      return said;
    };
    return { jar, put };
  }

  private keepAt(work: () => Promise<void>): void {
    const loop = async () => {
      while (this.going) await work();
    };
    this.at.push(loop());
  }

  private async reader(): Promise<void> {
    const { put } = this.tablet();
    const [job, round] = [uuid(), uuid()];
    await put("/api/jobs", { id: job, kind: "true-only" });
    this.confirmed.wheels.add(job);
    await put(`/api/jobs/${job}/rounds`, { id: round });
    const mine: string[] = [];
    this.confirmed.readings.set(round, mine);
    let n = 0;
    this.keepAt(async () => {
      n++;
      const spoke = (n % 36) + 1;
      const id = uuid();
      if (n % 5 === 0) {
        await put(`/api/rounds/${round}/turns`, { id, spoke, turns: 0.25 });
        this.confirmed.turns.add(id);
      } else {
        await put(`/api/rounds/${round}/readings`, { id, what: "lateral", spoke, value: n / 1000, typed: String(n) });
        mine.push(id);
      }
      await pause(30);
    });
  }

  private async photographer(): Promise<void> {
    const { jar, put } = this.tablet();
    const job = uuid();
    await put("/api/jobs", { id: job, kind: "rebuild" });
    this.confirmed.wheels.add(job);
    let n = 0;
    this.keepAt(async () => {
      n++;
      const picture = await sharp({
        create: { width: 900, height: 600, channels: 3, background: { r: n % 256, g: 90, b: 40 } },
      })
        .jpeg()
        .toBuffer();
      const id = uuid();
      const { status } = await this.insist(
        jar,
        `/api/jobs/${job}/photos?id=${id}&caption=x`,
        new Uint8Array(picture),
        "image/jpeg",
      );
      if (status < 400) this.confirmed.photos.add(id);
      else this.wrong.push(`a photo: ${status}`);
      await pause(250);
    });
  }

  /** Takes a handover back and signs anew, again and again. @param job one that was signed */
  private signer(job: string): void {
    const { jar, put } = this.tablet();
    this.keepAt(async () => {
      await put(`/api/jobs/${job}/sheet/withdraw`, {});
      const id = uuid();
      const sheet = JSON.stringify({ id, signedBy: "W. Bench" });
      const { status, body } = await this.insist(jar, `/api/jobs/${job}/sheet`, sheet);
      if (status < 400) this.confirmed.sheets.add(id);
      // What it says was not looked at yet is looked at now.
      const open = (body.error as { refusal?: { open?: string[] } } | undefined)?.refusal?.open;
      if (status >= 400 && !open) this.wrong.push(`a signature: ${status} ${JSON.stringify(body).slice(0, 300)}`);
      for (const line of open ?? [])
        await put(`/api/jobs/${job}/acts`, { id: uuid(), act: { what: "finish-answered", line, answer: "seen" } });
      await pause(300);
    });
  }

  /** Two tablets at one wheel: both put the same figure down in the same moment, and now and then each begins a round. */
  private couple(): void {
    const [one, other] = [this.tablet(), this.tablet()];
    let wheel = "";
    /** The newest figure, which both have seen. */
    let seen: string | null = null;
    let n = 0;
    this.keepAt(async () => {
      n++;
      if (wheel === "") {
        wheel = uuid();
        seen = null;
        await one.put("/api/jobs", { id: wheel, kind: "rebuild" });
        this.confirmed.wheels.add(wheel);
        this.confirmed.rounds.set(wheel, new Set());
      }
      const job = wheel;
      const put = async ({ put: say }: typeof one, typed: number) => {
        const id = uuid();
        const said = await say(`/api/jobs/${job}/measurements`, { id, name: "rim.height", typed: String(typed), seen });
        return { id, told: Boolean(said.beside) };
      };
      // Neither the same, nor the same as before.
      const came = await Promise.all([put(one, 20 + (n % 7)), put(other, 30 + (n % 9))]);
      const told = came.filter((c) => c.told);
      this.confirmed.doubts.push({ jobId: job, told: told.length });
      if (n % 4 === 0) {
        const ids = [uuid(), uuid()];
        await Promise.all([one, other].map(({ put: say }, i) => say(`/api/jobs/${job}/rounds`, { id: ids[i] })));
        for (const id of ids) this.confirmed.rounds.get(job)?.add(id);
      }
      // Who was told of the other came second. Sent again meanwhile, both may have been told: then nobody knows.
      if (told.length === 1) seen = told[0].id;
      else wheel = "";
      await pause(40);
    });
  }

  /** Books a wheel in after another: each is given a mark. */
  private counter(): void {
    const { put } = this.tablet();
    this.keepAt(async () => {
      const id = uuid();
      await put("/api/jobs", { id, kind: "check-only" });
      this.confirmed.wheels.add(id);
      await pause(250);
    });
  }

  /** Takes from a drawer, and fills it when nothing is there. */
  private storekeeper(drawer: string): void {
    const { jar } = this.tablet();
    this.keepAt(async () => {
      const id = uuid();
      const change = -1 - Math.floor(Math.random() * 3);
      const move = async (moveId: string, by: number) => {
        const { status } = await this.insist(
          jar,
          `/api/stock/${drawer}/moves`,
          JSON.stringify({ id: moveId, change: by }),
        );
        if (status < 400) this.confirmed.moves.set(moveId, by);
        return status < 400;
      };
      if (!(await move(id, change))) await move(uuid(), 10);
      await pause(60);
    });
  }

  /**
   * Twenty of them begin.
   *
   * @param signed a job that was handed back @param drawer one of the stock's
   */
  async begin(signed: string, drawer: string): Promise<void> {
    await Promise.all([...Array(9)].map(() => this.reader()));
    await Promise.all([...Array(2)].map(() => this.photographer()));
    this.signer(signed);
    for (let i = 0; i < 2; i++) this.couple();
    for (let i = 0; i < 2; i++) this.counter();
    for (let i = 0; i < 2; i++) this.storekeeper(drawer);
  }

  /** What was begun is finished; nothing more is. */
  async rest(): Promise<void> {
    this.going = false;
    await Promise.all(this.at);
  }
}
