import type { SectionStiffness } from "../rim/section";

/**
 * The rim as a thin circular ring, radial u (outward), tangential v (clockwise), lateral w (towards A), twist φ (A edge
 * outward), s = Rθ. Strain energies (Love, *Mathematical Theory of Elasticity*, ch. on thin rods; Timoshenko):
 *   in plane      ε = v' + u/R, κ = u'' − v'/R      ½∮(EA·ε² + EI_rad·κ²) ds
 *   out of plane  κ = φ/R − w'', τ = φ' + w'/R      ½∮(EI_lat·κ² + GJ·τ²) ds
 *   hoop compression N                             −½∮N(w'² + (u' − v/R)²) ds
 * With u = a·cos kθ, v = b·sin kθ (and w = a·cos kθ, φ = b·cos kθ) every harmonic k is a 2×2 block of its own.
 */
export interface RingOnFoundation {
  readonly radius: number;
  readonly section: SectionStiffness;
  /** N, compression positive. */
  readonly hoop: number;
  /**
   * Sideways stiffness of the tensioned spokes, spread round the rim, N/mm per mm of rim: Σ(T/L)(I − d·dᵀ)/2πR.
   * It is a few thousandths of the axial stiffness, so spreading it costs nothing seen, holds the rigid motions, and
   * leaves one unknown a spoke.
   */
  readonly foundation: { readonly radial: number; readonly tangential: number; readonly lateral: number };
}

/** Inverse blocks by harmonic 0…most: displacement amplitude for a unit point load at θ = 0. */
export interface RingFlexibility {
  readonly most: number;
  readonly uu: Float64Array;
  readonly uv: Float64Array;
  readonly vv: Float64Array;
  readonly ww: Float64Array;
  readonly wt: Float64Array;
  readonly tt: Float64Array;
}

type Block = readonly [number, number, number];

/** In-plane block (u, v) of harmonic k ≥ 1: [k11, k12, k22], N/mm of amplitude. */
export const inPlaneBlock = (ring: RingOnFoundation, k: number): Block => {
  const { radius: R, section, hoop, foundation } = ring;
  const half = Math.PI * R;
  const stretch = section.EA / R ** 2;
  const bend = section.EIradial / R ** 4;
  const soft = hoop / R ** 2;
  const kk = k * k;
  return [
    half * (stretch + bend * kk * kk - soft * kk + foundation.radial),
    half * (stretch * k + bend * kk * k - soft * k),
    half * (stretch * kk + bend * kk - soft + foundation.tangential),
  ];
};

/** Out-of-plane block (w, φ) of harmonic k ≥ 1. */
export const outOfPlaneBlock = (ring: RingOnFoundation, k: number): Block => {
  const { radius: R, section, hoop, foundation } = ring;
  const half = Math.PI * R;
  const bend = section.EIlateral;
  const twist = section.GJ;
  const kk = k * k;
  const RR = R * R;
  return [
    half * ((bend * kk + twist) * (kk / (RR * RR)) - (hoop * kk) / RR + foundation.lateral),
    half * ((bend + twist) * (kk / (RR * R))),
    half * ((bend + twist * kk) / RR),
  ];
};

/** The ring's inverse, harmonic by harmonic. */
export const ringFlexibility = (ring: RingOnFoundation, most: number): RingFlexibility => {
  const out: RingFlexibility = {
    most,
    uu: new Float64Array(most + 1),
    uv: new Float64Array(most + 1),
    vv: new Float64Array(most + 1),
    ww: new Float64Array(most + 1),
    wt: new Float64Array(most + 1),
    tt: new Float64Array(most + 1),
  };
  const { radius: R, section, hoop, foundation } = ring;
  const whole = 2 * Math.PI * R;
  out.uu[0] = 1 / (whole * (section.EA / R ** 2 + foundation.radial));
  out.vv[0] = 1 / (whole * (foundation.tangential - hoop / R ** 2));
  out.ww[0] = 1 / (whole * foundation.lateral);
  out.tt[0] = 1 / ((whole * section.EIlateral) / R ** 2);
  for (let k = 1; k <= most; k++) {
    const [a, b, c] = inPlaneBlock(ring, k);
    const inPlane = a * c - b * b;
    out.uu[k] = c / inPlane;
    out.uv[k] = -b / inPlane;
    out.vv[k] = a / inPlane;
    const [p, q, r] = outOfPlaneBlock(ring, k);
    const outOfPlane = p * r - q * q;
    out.ww[k] = r / outOfPlane;
    out.wt[k] = -q / outOfPlane;
    out.tt[k] = p / outOfPlane;
  }
  return out;
};
