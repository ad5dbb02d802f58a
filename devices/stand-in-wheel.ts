import { placeSpokes } from "@/core/lacing/placement";
import { sectionStiffness } from "@/core/rim/section";
import { sideTensions } from "@/core/tension/balance";
import type { Wheel } from "@/core/wheel/wheel-file";
import { BAND, bandMultiply, bandSolve, type FrameRing, frameRing } from "./frame-ring";
import { bareShape, type HiddenWheel } from "./hidden-wheel";
import type { PluckedSpoke } from "./pluck";
import { type Chance, chance } from "./random";

/** Everything that changes when someone works on the wheel; plain data, to be stored. */
export interface StandInState {
  /** mm natural length of each spoke, wind-up included. */
  readonly natural: readonly number[];
  /** Turns of twist held in each spoke. */
  readonly wound: readonly number[];
  /** How often it was de-stressed; a wheel stored before this was counted says whether. */
  readonly bedded: number | boolean;
  /** Advances the reading noise. */
  readonly readingsTaken: number;
}

const PER_GAP = 2;

/**
 * A simulated wheel for the practice stand, the demo and the tests: a beam frame with spokes that only pull, whole
 * geometry in every step, and the hoop's softening. It answers to what a person can do: turn a nipple, read the dial
 * over a hole, gauge a spoke, de-stress. Nothing of what it hides is handed on.
 */
export class StandInWheel {
  private readonly ring: FrameRing;
  private readonly spokes;
  private readonly n: number;
  private readonly shape: Float64Array;
  private readonly noise: Chance;
  private moved: Float64Array;
  private pulls: Float64Array;
  private natural: Float64Array;
  private wound: Float64Array;
  private bedded = 0;
  private readingsTaken = 0;

  constructor(
    readonly wheel: Wheel,
    readonly hidden: HiddenWheel,
    state?: StandInState,
  ) {
    this.spokes = placeSpokes(wheel);
    this.n = this.spokes.length;
    const section = sectionStiffness(wheel.rim);
    this.ring = frameRing(
      this.n * PER_GAP,
      wheel.rim.centroidRadius ?? wheel.rim.erd / 2,
      {
        EA: section.EA * hidden.radialScale,
        EIradial: section.EIradial * hidden.radialScale,
        EIlateral: section.EIlateral * hidden.lateralScale,
        GJ: section.GJ * hidden.lateralScale,
      },
      Math.PI / this.n,
    );
    this.shape = this.bareNodes();
    this.moved = new Float64Array(this.ring.size);
    this.pulls = new Float64Array(this.n);
    this.natural = new Float64Array(this.n);
    this.wound = new Float64Array(this.n);
    if (state) {
      this.natural.set(state.natural);
      this.wound.set(state.wound);
      this.bedded = Number(state.bedded);
      this.readingsTaken = state.readingsTaken;
    } else this.lace();
    this.noise = chance(hidden.seed * 104729 + this.readingsTaken * 7 + 1);
    this.settle();
  }

  get state(): StandInState {
    return {
      natural: [...this.natural],
      wound: [...this.wound],
      bedded: this.bedded,
      readingsTaken: this.readingsTaken,
    };
  }

  /** Turns a nipple: + tightens. Part of it is taken up by the spoke's twist. */
  turn(spoke: number, turns: number): void {
    const { windUp, windUpScatter, seed } = this.hidden;
    const luck = windUpScatter ? chance(seed * 48611 + this.readingsTaken * 31 + spoke * 7).normal(windUpScatter) : 0;
    const lost = turns * windUp * (1 + luck);
    this.natural[spoke - 1] -= (turns - lost) * this.wheel.spoke.threadPitch;
    this.wound[spoke - 1] += lost;
    this.stale = true;
  }

  /** Shortens a spoke by so many mm with no twist: what only a maker of stand-ins can do. */
  shorten(spoke: number, mm: number): void {
    this.natural[spoke - 1] -= mm;
    this.stale = true;
  }

  /** Squeezes pairs all round: twist is let go, and the heads bed in, each time less. */
  destress(): void {
    // What beds in does so under the pull there is now.
    this.settle();
    const { twistStays = 0, bedding, bedsAgain = 0 } = this.hidden;
    const beds = bedding * bedsAgain ** this.bedded;
    for (let i = 0; i < this.n; i++) {
      const stays = this.wound[i] * twistStays;
      this.natural[i] -= (this.wound[i] - stays) * this.wheel.spoke.threadPitch;
      this.wound[i] = stays;
      this.natural[i] += (this.pulls[i] / 1000) * beds;
    }
    this.bedded++;
    this.stale = true;
  }

  /** Dial on the rim's side over a hole, mm, + towards A; the dial's zero is the wanted plane plus `zero`. */
  readLateral(spoke: number): number {
    return this.trueLateral(spoke) + this.surface(spoke, 1) + this.readingNoise();
  }

  /** Dial on the rim's bed over a hole, mm, + outward; the seam shows here. */
  readRadial(spoke: number): number {
    const apart = ((((this.spokes[spoke - 1].rimAngleDeg - this.hidden.seamAtDeg + 180) % 360) + 360) % 360) - 180;
    const halfGap = 180 / this.n;
    const seam = Math.abs(apart) <= halfGap ? this.hidden.seam : 0;
    return this.trueRadial(spoke) + seam + this.surface(spoke, 2) + this.readingNoise();
  }

  /**
   * What two dials show as the wheel turns past them, at any angle from the valve: side and bed, mm, with weld, grain and
   * the reading's own noise. Between the holes the rim's line goes on smoothly.
   */
  dialsAt(angleDeg: number): { readonly lateral: number; readonly radial: number } {
    const at = (((angleDeg / 360) * this.n - 0.5) % this.n) + this.n;
    const from = Math.floor(at) % this.n;
    const part = at - Math.floor(at);
    const smooth = (read: (spoke: number) => number) => {
      const v = [-1, 0, 1, 2].map((k) => read(((from + k + this.n) % this.n) + 1));
      // Catmull–Rom: through every hole, no corners between.
      return (
        v[1] +
        (part / 2) *
          (v[2] - v[0] + part * (2 * v[0] - 5 * v[1] + 4 * v[2] - v[3] + part * (3 * (v[1] - v[2]) + v[3] - v[0])))
      );
    };
    const apart = ((((angleDeg - this.hidden.seamAtDeg + 180) % 360) + 360) % 360) - 180;
    const half = 180 / this.n;
    const weld = Math.abs(apart) < half ? this.hidden.seam * Math.cos((Math.PI * apart) / (2 * half)) ** 2 : 0;
    return {
      lateral: smooth((s) => this.trueLateral(s) + this.surface(s, 1)) + this.readingNoise(),
      radial: smooth((s) => this.trueRadial(s) + this.surface(s, 2)) + weld + this.readingNoise(),
    };
  }

  /** Gauge on a spoke, N. */
  readTension(spoke: number): number {
    const pull = this.truePull(spoke);
    this.readingsTaken++;
    return Math.max(0, pull * (1 + this.noise.normal(this.hidden.tensionNoise)));
  }

  /** What it takes to move the nipple, Nm: a fifth of pull times diameter (nut factor 0.2, from memory), 15 % from one to the next. */
  readTorque(spoke: number): number {
    const friction = 1 + chance(this.hidden.seed * 71 + spoke * 433 + 5).normal(0.15);
    return Math.max(0, (0.2 * friction * this.truePull(spoke) * this.wheel.spoke.diameter) / 1000);
  }

  /** Mean rim plane from the wanted one, mm, + towards A. */
  readOffset(): number {
    let sum = 0;
    for (let i = 1; i <= this.n; i++) sum += this.trueLateral(i);
    return sum / this.n;
  }

  /** Without noise, seam or grain. */
  trueLateral(spoke: number): number {
    this.settle();
    const at = this.ring.at((spoke - 1) * PER_GAP);
    return this.moved[at + 2] + this.shape[at + 2];
  }

  trueRadial(spoke: number): number {
    this.settle();
    const at = this.ring.at((spoke - 1) * PER_GAP);
    const angle = (this.spokes[spoke - 1].rimAngleDeg * Math.PI) / 180;
    const x = this.moved[at] + this.shape[at];
    const y = this.moved[at + 1] + this.shape[at + 1];
    return x * Math.cos(angle) - y * Math.sin(angle);
  }

  /** The rim's own bend at a hole, as it would lie on a plate with no spoke in it. */
  bareLateral(spoke: number): number {
    return this.shape[this.ring.at((spoke - 1) * PER_GAP) + 2];
  }

  /** How far it lies outside a true circle there, mm. */
  bareRadial(spoke: number): number {
    const at = this.ring.at((spoke - 1) * PER_GAP);
    const angle = (this.spokes[spoke - 1].rimAngleDeg * Math.PI) / 180;
    return this.shape[at] * Math.cos(angle) - this.shape[at + 1] * Math.sin(angle);
  }

  truePull(spoke: number): number {
    this.settle();
    return this.pulls[spoke - 1];
  }

  /** A spoke as it would sound now. */
  plucked(spoke: number): PluckedSpoke {
    const { wheel, hidden } = this;
    const s = this.spokes[spoke - 1];
    const freeLength = s.length - hidden.inNipple;
    const EI = (wheel.spoke.modulus * Math.PI * wheel.spoke.diameter ** 4) / 64;
    const own = Math.exp(chance(hidden.seed * 53 + spoke * 389 + 3).normal(hidden.endScatter));
    return {
      freeLength,
      diameter: wheel.spoke.diameter,
      tension: this.truePull(spoke),
      endStiffness: (hidden.ends * own * EI) / freeLength,
    };
  }

  private readingNoise(): number {
    this.readingsTaken++;
    return this.noise.normal(this.hidden.readingNoise);
  }

  private surface(spoke: number, which: number): number {
    return chance(this.hidden.seed * 31 + spoke * 977 + which).normal(this.hidden.grain);
  }

  /** The bare rim's shape as displacements of the ring's nodes. */
  private bareNodes(): Float64Array {
    const { lateral, radial } = bareShape(this.hidden, this.n, PER_GAP);
    const nodes = new Float64Array(this.ring.size);
    radial.forEach((r, s) => {
      const angle = (2 * Math.PI * (s + PER_GAP / 2)) / radial.length;
      const at = this.ring.at(s);
      nodes[at] = r * Math.cos(angle);
      nodes[at + 1] = -r * Math.sin(angle);
      nodes[at + 2] = lateral[s];
    });
    return nodes;
  }

  /** Natural lengths as a lacer leaves them: even to an eighth of a turn when fresh, worse when buckled. */
  private lace(): void {
    const { hidden, wheel } = this;
    const luck = chance(hidden.seed * 32452843 + 3);
    const sides = sideTensions(wheel, this.spokes);
    const part = hidden.laced?.part ?? (hidden.start === "fresh" ? luck.between(0.1, 0.2) : 0.8);
    const scatter = hidden.laced?.scatter ?? (hidden.start === "fresh" ? 0.06 : 0.12);
    const area = (Math.PI * wheel.spoke.diameter ** 2) / 4;
    const lean = hidden.start === "fresh" ? luck.between(-0.15, 0.15) : luck.between(-0.3, 0.3);
    const wave = {
      size: luck.between(0, hidden.start === "fresh" ? 0.04 : 0.15),
      at: luck.between(0, 6.28),
      k: Math.round(luck.between(1, 3.49)),
    };
    this.spokes.forEach((s, i) => {
      const stretch = (part * sides[s.flange] * s.span) / (wheel.spoke.modulus * area * hidden.share);
      const sideways =
        (hidden.laced ? 0 : 1) *
        (s.flange === "A" ? 1 : -1) *
        (lean * 0.2 + wave.size * Math.cos((wave.k * s.rimAngleDeg * Math.PI) / 180 - wave.at));
      this.natural[i] = s.span - stretch - 0.02 - luck.normal(scatter) - sideways;
    });
  }

  private stale = true;

  /** Newton's method on the whole geometry; the hoop force follows the pulls. */
  private settle(): void {
    if (!this.stale) return;
    const { ring, wheel, hidden, n } = this;
    const area = (Math.PI * wheel.spoke.diameter ** 2) / 4;
    const w = BAND + 1;
    let hoop = 0;
    for (let pass = 0; pass < 60; pass++) {
      const tangent = ring.stiffness.slice();
      for (let i = 0; i < tangent.length; i++) tangent[i] -= hoop * ring.softening[i];
      const whole = this.moved.map((d, i) => d + this.shape[i]);
      const elastic = bandMultiply(ring.stiffness, ring.size, this.moved);
      const soft = bandMultiply(ring.softening, ring.size, whole);
      const residual = new Float64Array(ring.size);
      for (let i = 0; i < ring.size; i++) residual[i] = hoop * soft[i] - elastic[i];
      let nextHoop = 0;
      for (let i = 0; i < n; i++) {
        const s = this.spokes[i];
        const at = ring.at(i * PER_GAP);
        const d = whole.subarray(at, at + 6);
        // The hole rides on an arm (0, 0, z) from the section's centroid: rotation × arm.
        const z = s.rimPoint[2] - wheel.offset;
        const hole = [s.rimPoint[0] + d[0] + d[4] * z, s.rimPoint[1] + d[1] - d[3] * z, s.rimPoint[2] + d[2]];
        const to = [s.hubPoint[0] - hole[0], s.hubPoint[1] - hole[1], s.hubPoint[2] - hole[2]];
        const length = Math.hypot(to[0], to[1], to[2]);
        const stiff = (wheel.spoke.modulus * area * hidden.share) / this.natural[i];
        const pull = Math.max(0, stiff * (length - this.natural[i]));
        this.pulls[i] = pull;
        const e = to.map((x) => x / length);
        const force = e.map((x) => x * pull);
        const load = [force[0], force[1], force[2], -z * force[1], z * force[0], 0];
        for (let k = 0; k < 6; k++) residual[at + k] += load[k];
        nextHoop -= (force[0] * s.rimPoint[0] + force[1] * s.rimPoint[1]) / (wheel.rim.erd / 2) / (2 * Math.PI);
        // A slack spoke keeps a trace of stiffness, so that a wheel with no tension at all still has a place.
        const axial = pull > 0 ? stiff : stiff * 1e-6;
        const sideways = Math.max(pull, 1) / length;
        const H = [
          [1, 0, 0, 0, z, 0],
          [0, 1, 0, -z, 0, 0],
          [0, 0, 1, 0, 0, 0],
        ];
        for (let r = 0; r < 6; r++)
          for (let c = 0; c <= r; c++) {
            let sum = 0;
            for (let p = 0; p < 3; p++)
              for (let q = 0; q < 3; q++)
                sum += H[p][r] * (axial * e[p] * e[q] + sideways * ((p === q ? 1 : 0) - e[p] * e[q])) * H[q][c];
            tangent[(at + r) * w + r - c] += sum;
          }
      }
      const step = residual.slice();
      bandSolve(tangent, ring.size, step);
      let largest = 0;
      for (let i = 0; i < ring.size; i++) if (i % 6 < 3) largest = Math.max(largest, Math.abs(step[i]));
      // Spokes that go slack or taut inside a step make Newton overshoot; half a millimetre a pass is safe.
      const damp = Math.min(1, 0.5 / Math.max(largest, 1e-12));
      for (let i = 0; i < ring.size; i++) this.moved[i] += damp * step[i];
      const change = Math.abs(nextHoop - hoop) / Math.max(1, Math.abs(nextHoop));
      hoop = nextHoop;
      if (damp === 1 && largest < 1e-7 && change < 1e-8) break;
    }
    this.stale = false;
  }
}
