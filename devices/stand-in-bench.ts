import { readWheel, type WheelInput } from "@/core/wheel/wheel-file";
import { gaugeLine } from "./gauge-lines";
import { hiddenWheel } from "./hidden-wheel";
import { type StandInPort, standInPort } from "./stand-in-gauge";
import { StandInWheel } from "./stand-in-wheel";
import { BY_HAND, gaugeShows, type TurnedBy, turnedTo } from "./turned-gauge";

const DIALS = { side: "lateral", hop: "radial" } as const;
export type StandInDial = keyof typeof DIALS;

const wheelOf = (holes: number): WheelInput => ({
  ...{ format: "tall-compass/wheel", version: 1, name: `stand-in, ${holes}` },
  rim: { holes, erd: 440, firstHole: "A", holeOffset: 3, section: "steel", width: 55 },
  hub: {
    A: { holes: holes / 2, holeCircle: 150, toCentre: 33, holeDiameter: 4 },
    B: { holes: holes / 2, holeCircle: 150, toCentre: 30, holeDiameter: 4 },
  },
  lacing: { A: { cross: 2 }, B: { cross: 2 } },
  spoke: { diameter: 3.66, threadPitch: 0.635 },
  tension: { target: 2500 },
});

/** A wheel on a stand with a gauge on its side and one on its bed, each on a cable of its own; nothing of it is real. */
export class StandInBench {
  readonly stand: StandInWheel;
  private at = -360 * BY_HAND.before;

  private constructor(
    readonly holes: number,
    seed: number,
    private readonly folder: string,
    private readonly ports: Record<StandInDial, StandInPort>,
  ) {
    const quiet = { readingNoise: 0.002, grain: 0.002, seam: 0.2 };
    this.stand = new StandInWheel(readWheel(wheelOf(holes)), hiddenWheel(seed, "fresh", quiet));
  }

  /** @param folder where its ports are laid @param holes of the wheel, even */
  static async open(folder: string, holes: number, seed: number): Promise<StandInBench> {
    return new StandInBench(holes, seed, folder, {
      side: await standInPort(`${folder}/stand-in-side`),
      hop: await standInPort(`${folder}/stand-in-hop`),
    });
  }

  /** mm over a hole, as an exact dial there would show it, weld and all. */
  truth(dial: StandInDial, spoke: number): number {
    const exact = new StandInWheel(this.stand.wheel, { ...this.stand.hidden, readingNoise: 0 }, this.stand.state);
    return exact.dialsAt((360 * (spoke - 0.5)) / this.holes)[DIALS[dial]];
  }

  /** Whether a hole lies under the weld's own rise, where a tenth of a degree is a hundredth of a mm. */
  onWeld(spoke: number): boolean {
    const apart = (360 * (spoke - 0.5)) / this.holes - this.stand.hidden.seamAtDeg;
    return Math.abs(((((apart + 180) % 360) + 360) % 360) - 180) < 180 / this.holes;
  }

  /** A gauge's send key pressed, with the wheel where it stands, or over a hole. */
  press(dial: StandInDial, spoke?: number): void {
    const angle = spoke === undefined ? this.at : (360 * (spoke - 0.5)) / this.holes;
    this.ports[dial].write(gaugeLine(this.stand.dialsAt(angle)[DIALS[dial]]));
  }

  /** What came over a cable that is none of its figures. */
  garble(dial: StandInDial, text: string): void {
    this.ports[dial].write(text);
  }

  /** Turns it by hand with both gauges sending by themselves; ends when it stands. */
  async turn(how: Partial<TurnedBy> = {}): Promise<void> {
    const by = { ...BY_HAND, ...how };
    const begun = performance.now();
    for (let sent = 0; ; sent++) {
      const due = sent / by.perSecond;
      await new Promise((r) => setTimeout(r, Math.max(0, begun + 1000 * due - performance.now())));
      // A gauge reads when it is due, however late its line is carried off.
      const angle = turnedTo(by, due);
      if (angle === null) return;
      this.at = angle;
      for (const dial of ["side", "hop"] as const)
        this.ports[dial].write(gaugeLine(gaugeShows((a) => this.stand.dialsAt(a)[DIALS[dial]], by, angle)));
    }
  }

  async close(): Promise<void> {
    await Promise.all(Object.values(this.ports).map((p) => p.pull()));
  }

  /** A gauge's plug pulled. */
  pull(dial: StandInDial): Promise<void> {
    return this.ports[dial].pull();
  }

  /** And put in again. */
  async plug(dial: StandInDial): Promise<void> {
    this.ports[dial] = await standInPort(`${this.folder}/stand-in-${dial}`);
  }
}
