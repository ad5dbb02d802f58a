import { LuDecomposition, Matrix } from "ml-matrix";
import { placeSpokes } from "@/core/lacing/placement";
import { sectionStiffness } from "@/core/rim/section";
import { sideTensions } from "@/core/tension/balance";
import type { Wheel } from "@/core/wheel/wheel-file";
import { beamSoftening, beamStiffness, toWheelAxes } from "@/devices/beam";

/**
 * The same wheel as a plain 3D frame: straight beam elements between nodes, six freedoms a node, axes x, y, z; spokes as
 * springs with tension stiffening on rigid arms from the section's centroid to their holes. Its beam elements
 * are the stand-in wheel's (devices/beam.ts). It
 * shares nothing with the ring's harmonics but the wheel file and the spokes' places, and is solved whole by a general
 * linear-algebra package.
 */
export interface FrameInfluences {
  readonly lateral: number[][];
  readonly radial: number[][];
  readonly tension: number[][];
  readonly unknowns: number;
}

type Vector = readonly [number, number, number];
const unit = (v: Vector): Vector => {
  const l = Math.hypot(...v);
  return [v[0] / l, v[1] / l, v[2] / l];
};
const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** The assembled stiffness and what is needed to load and read it. */
const assemble = (wheel: Wheel, perGap: number) => {
  const spokes = placeSpokes(wheel);
  const n = spokes.length;
  const nodes = n * perGap;
  const size = nodes * 6;
  const R = wheel.rim.centroidRadius ?? wheel.rim.erd / 2;
  const section = sectionStiffness(wheel.rim);
  const K = Matrix.zeros(size, size);
  const at = (node: number): Vector => {
    const angle = (2 * Math.PI * (node / perGap + 0.5)) / n;
    return [R * Math.cos(angle), -R * Math.sin(angle), wheel.offset];
  };
  const sides = sideTensions(wheel, spokes);
  let hoop = 0;
  const pulls = spokes.map((s, i) => {
    const d = unit([s.hubPoint[0] - s.rimPoint[0], s.hubPoint[1] - s.rimPoint[1], s.hubPoint[2] - s.rimPoint[2]]);
    const node = i * perGap;
    const p = at(node);
    hoop -= (sides[s.flange] * (d[0] * p[0] + d[1] * p[1])) / R / (2 * Math.PI);
    return { d, node, arm: [0, 0, s.rimPoint[2] - wheel.offset] as Vector };
  });
  for (let e = 0; e < nodes; e++) {
    const i = e;
    const j = (e + 1) % nodes;
    const a = at(i);
    const b = at(j);
    const x = unit([b[0] - a[0], b[1] - a[1], 0]);
    const z: Vector = [0, 0, 1];
    const y = cross(z, x);
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const softening = beamSoftening(length);
    const local = beamStiffness(length, section).map((row, r) => row.map((k, c) => k - hoop * softening[r][c]));
    const element = toWheelAxes(local, [x, y, z]);
    const dof = [...Array(6).keys()].map((k) => i * 6 + k).concat([...Array(6).keys()].map((k) => j * 6 + k));
    for (let r = 0; r < 12; r++)
      for (let c = 0; c < 12; c++) K.set(dof[r], dof[c], K.get(dof[r], dof[c]) + element[r][c]);
  }
  const area = (Math.PI * wheel.spoke.diameter ** 2) / 4;
  const loads = pulls.map(({ d, node, arm }, i) => {
    const moment = cross(arm, d);
    const vector = [...d, ...moment];
    const axial = (wheel.spoke.modulus * area * (wheel.spoke.share ?? 0.6)) / spokes[i].span;
    const sideways = sides[spokes[i].flange] / spokes[i].span;
    // Movement of the hole = translation + rotation × arm; rows of H are that map.
    const H = [
      [1, 0, 0, 0, arm[2], -arm[1]],
      [0, 1, 0, -arm[2], 0, arm[0]],
      [0, 0, 1, arm[1], -arm[0], 0],
    ];
    for (let r = 0; r < 6; r++)
      for (let c = 0; c < 6; c++) {
        let sum = axial * vector[r] * vector[c];
        for (let p = 0; p < 3; p++)
          for (let q = 0; q < 3; q++) sum += sideways * H[p][r] * ((p === q ? 1 : 0) - d[p] * d[q]) * H[q][c];
        K.set(node * 6 + r, node * 6 + c, K.get(node * 6 + r, node * 6 + c) + sum);
      }
    return { vector, node, axial };
  });
  return { K, loads, n, size, at };
};

/** mm and N per mm of shortening of each spoke: [where it shows][which spoke]. Factors once, solves for all spokes. */
export const frameInfluences = (wheel: Wheel, perGap = 4): FrameInfluences => {
  const { K, loads, n, size, at } = assemble(wheel, perGap);
  const loading = Matrix.zeros(size, n);
  loads.forEach((load, j) => {
    load.vector.forEach((v, k) => {
      loading.set(load.node * 6 + k, j, v * load.axial);
    });
  });
  // Factored once, solved for all spokes.
  const moves = new LuDecomposition(K).solve(loading);
  const lateral = loads.map(() => new Array<number>(n).fill(0));
  const radial = loads.map(() => new Array<number>(n).fill(0));
  const tension = loads.map(() => new Array<number>(n).fill(0));
  loads.forEach((_, j) => {
    const moved = (node: number, freedom: number) => moves.get(node * 6 + freedom, j);
    loads.forEach((other, i) => {
      const p = at(other.node);
      const R = Math.hypot(p[0], p[1]);
      lateral[i][j] = moved(other.node, 2);
      radial[i][j] = (moved(other.node, 0) * p[0] + moved(other.node, 1) * p[1]) / R;
      let along = 0;
      for (let k = 0; k < 6; k++) along += other.vector[k] * moved(other.node, k);
      tension[i][j] = other.axial * ((i === j ? 1 : 0) - along);
    });
  });
  return { lateral, radial, tension, unknowns: size };
};

/** N each spoke gains under forces at the holes (outward, clockwise, towards A), all spokes staying taut. */
export const frameLoad = (
  wheel: Wheel,
  forces: readonly {
    readonly hole: number;
    readonly radial: number;
    readonly tangential: number;
    readonly lateral: number;
  }[],
  perGap = 4,
): { readonly change: number[]; readonly outward: number[] } => {
  const { K, loads, size, at } = assemble(wheel, perGap);
  const loading = Matrix.zeros(size, 1);
  const axes = (node: number) => {
    const p = at(node);
    const R = Math.hypot(p[0], p[1]);
    return { out: [p[0] / R, p[1] / R], round: [p[1] / R, -p[0] / R] };
  };
  for (const f of forces) {
    const { node } = loads[f.hole - 1];
    const { out, round } = axes(node);
    for (const k of [0, 1])
      loading.set(node * 6 + k, 0, loading.get(node * 6 + k, 0) + f.radial * out[k] + f.tangential * round[k]);
    loading.set(node * 6 + 2, 0, loading.get(node * 6 + 2, 0) + f.lateral);
  }
  const moves = new LuDecomposition(K).solve(loading);
  return {
    change: loads.map((l) => -l.axial * l.vector.reduce((sum, v, k) => sum + v * moves.get(l.node * 6 + k, 0), 0)),
    outward: loads.map((l) => {
      const { out } = axes(l.node);
      return moves.get(l.node * 6, 0) * out[0] + moves.get(l.node * 6 + 1, 0) * out[1];
    }),
  };
};
