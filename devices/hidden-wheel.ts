import { chance } from "./random";

/** What nobody at the bench knows about this wheel. */
export interface HiddenWheel {
  readonly seed: number;
  /** True stiffness over the preset's. */
  readonly lateralScale: number;
  readonly radialScale: number;
  readonly share: number;
  /** mm half-range of the bare rim's long waves. */
  readonly bareLateral: number;
  readonly bareRadial: number;
  /** mm: beside its long waves the rim has waves of 2 to 8 a turn, the k-th of about this over k; none where not said. */
  readonly waves?: { readonly lateral: number; readonly radial: number };
  /** A local bend: mm, first spoke, spokes long; null for none. */
  readonly bend: {
    readonly lateral: number;
    readonly radial: number;
    readonly from: number;
    readonly spokes: number;
  } | null;
  /** mm at the weld, read by the dial but no part of the rim's line; 0 for none. */
  readonly seam: number;
  readonly seamAtDeg: number;
  /** 1 σ, mm; part of the rim's surface, the same at every turn of the wheel. */
  readonly grain: number;
  /** 1 σ of the reading itself, mm. */
  readonly readingNoise: number;
  /** 1 σ, fraction. */
  readonly tensionNoise: number;
  /** Part of each turn the spoke's twist takes up until it is let go. */
  readonly windUp: number;
  /** 1 σ of that part from one turn to the next, as a fraction of it; 0 where not said. */
  readonly windUpScatter?: number;
  /** Part of the twist that stays when the spokes are let go of it; 0 where not said. */
  readonly twistStays?: number;
  /** mm per kN each spoke beds in when first de-stressed. */
  readonly bedding: number;
  /** Part of what it bedded in the time before that it beds in each later time; 0 where not said. */
  readonly bedsAgain?: number;
  /** How stiff elbow and nipple hold a spoke against turning, in EI/L; scatter from spoke to spoke as a fraction. */
  readonly ends: number;
  readonly endScatter: number;
  /** mm of each spoke held inside its nipple. */
  readonly inNipple: number;
  readonly start: "fresh" | "buckled";
  /** How it was laced, where not as its start says: part of the wanted tension, 1 σ of the lengths in mm. */
  readonly laced?: { readonly part: number; readonly scatter: number };
}

/** Chosen by seed inside the ranges met in practice. */
export const hiddenWheel = (
  seed: number,
  start: "fresh" | "buckled" = "fresh",
  over: Partial<HiddenWheel> = {},
): HiddenWheel => {
  const luck = chance(seed * 7919 + 13);
  const factor = () => 2 ** luck.between(-1, 1);
  return {
    seed,
    lateralScale: factor(),
    radialScale: factor(),
    share: luck.between(0.4, 0.9),
    bareLateral: luck.between(0.1, 0.4),
    bareRadial: luck.between(0.1, 0.35),
    bend: null,
    seam: 0.35,
    seamAtDeg: luck.between(150, 210),
    grain: 0.005,
    readingNoise: 0.02,
    tensionNoise: 0.03,
    windUp: 0.12,
    bedding: 0,
    // Of its own luck, so that wheels known by their seed stay what they were.
    ends: chance(seed * 613 + 7).between(4, 20),
    endScatter: 0.03,
    inNipple: chance(seed * 617 + 9).between(13, 17),
    start,
    ...over,
  };
};

/** The rim as it would lie with no spoke in it, mm at every node: some long waves, and the bend where there is one. */
export const bareShape = (
  hidden: HiddenWheel,
  holes: number,
  perGap: number,
): { readonly lateral: Float64Array; readonly radial: Float64Array } => {
  const luck = chance(hidden.seed * 15485863 + 5);
  const waves = [2, 3, 4, 5].map((k) => ({
    k,
    lateral: luck.between(0.2, 1) / (k - 1),
    lateralAt: luck.between(0, 2 * Math.PI),
    radial: luck.between(0.2, 1) / (k - 1),
    radialAt: luck.between(0, 2 * Math.PI),
  }));
  // Of their own luck, so that wheels known by their seed stay what they were.
  const bentBy = chance(hidden.seed * 86028121 + 9);
  const { waves: size } = hidden;
  const more = !size
    ? []
    : [2, 3, 4, 5, 6, 7, 8].map((k) => ({
        k,
        lateral: (size.lateral / k) * bentBy.between(0.5, 1.5),
        lateralAt: bentBy.between(0, 2 * Math.PI),
        radial: (size.radial / k) * bentBy.between(0.5, 1.5),
        radialAt: bentBy.between(0, 2 * Math.PI),
      }));
  const nodes = holes * perGap;
  const lateral = new Float64Array(nodes);
  const radial = new Float64Array(nodes);
  for (let s = 0; s < nodes; s++) {
    const angle = (2 * Math.PI * s) / nodes;
    for (const w of waves) {
      lateral[s] += w.lateral * Math.cos(w.k * angle - w.lateralAt);
      radial[s] += w.radial * Math.cos(w.k * angle - w.radialAt);
    }
  }
  const half = (x: Float64Array) => (Math.max(...x) - Math.min(...x)) / 2;
  const scale = { lateral: hidden.bareLateral / 2 / half(lateral), radial: hidden.bareRadial / 2 / half(radial) };
  for (let s = 0; s < nodes; s++) {
    lateral[s] *= scale.lateral;
    radial[s] *= scale.radial;
    for (const w of more) {
      lateral[s] += w.lateral * Math.cos((w.k * 2 * Math.PI * s) / nodes - w.lateralAt);
      radial[s] += w.radial * Math.cos((w.k * 2 * Math.PI * s) / nodes - w.radialAt);
    }
    if (!hidden.bend) continue;
    const along = (((s / perGap - (hidden.bend.from - 1)) % holes) + holes) % holes;
    if (along > hidden.bend.spokes) continue;
    const bump = Math.sin((Math.PI * along) / hidden.bend.spokes) ** 2;
    lateral[s] += hidden.bend.lateral * bump;
    radial[s] += hidden.bend.radial * bump;
  }
  return { lateral, radial };
};
