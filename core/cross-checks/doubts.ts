import { FIGURES } from "../figures/all-figures";
import type { FigureReader } from "../figures/reader";
import { drumVerdict } from "../hub/drum";
import { flangesApart } from "../hub/flange";
import { circlePerChord, holeCircleSums } from "../hub/hole-circle";
import { placeSpokes } from "../lacing/placement";
import { type Ledger, ledger } from "../ledger/ledger";
import type { Entry, Taken } from "../measurement/taken";
import { ACROSS_SD, type ErdSum } from "../rim/effective-rim-diameter";
import { erdAgainstSize } from "../rim/rim-size";
import type { Side, Wheel } from "../wheel/wheel-file";
import type { Doubt, Quantity } from "./doubt";
import { explainOldSpokes, type OldSpoke } from "./old-spokes";
import { type Disagreement, type Estimate, findSlip } from "./slip";

const tell = (d: Disagreement, quantity: Quantity): Doubt[] => {
  const [one, other] = d.between;
  const way = (l: Ledger) => ({ way: l.way ?? l.title, total: l.total });
  const said = { quantity, between: [way(one), way(other)] as const, by: d.by };
  if (d.slips.length === 0)
    return [{ code: "differ", figure: one.terms[0].figure ?? "", figures: { ...said, slip: null, another: false } }];
  return d.slips.map((slip, i) => ({
    code: "differ" as const,
    figure: slip.figure,
    figures: { ...said, slip, another: i > 0 },
  }));
};

/** The ways to one effective rim diameter, and what disagrees. The stamped size helps to tell which is the odd one. */
export const erdDisagreement = (read: FigureReader, sums: readonly ErdSum[]): Disagreement | null => {
  const estimates: Estimate[] = sums.map((s) => ({
    ledger: s.ledger,
    sd: s.sd,
    given: s.method === "given",
    rough: s.method === "rule-of-thumb",
  }));
  // A hung nipple reaches past bed, washer and head: with both ways measured, the parts tell which of them is the odd one.
  const parts = ["rim.insideDiameter", "rim.reach", "rim.outsideDiameter", "rim.bedThickness", "rim.headToSlot"];
  if (read.hasAll(parts))
    estimates.push({
      ledger: ledger("by parts", [
        read.term(1, "rim.insideDiameter"),
        read.term(2, "rim.bedThickness"),
        read.term(2, "rim.washer"),
        read.term(2, "rim.headToSlot"),
      ]),
      sd: 0.4,
      rough: true,
    });
  if (read.has("rim.size")) {
    const usual = Number(read.figures["rim.size"]) * 25.4 - 21;
    estimates.push({
      ledger: ledger("usual", [{ label: "", times: 1, value: usual }]),
      sd: 8,
      rough: true,
    });
  }
  return findSlip(estimates);
};

const flangeDoubts = (read: FigureReader): Doubt[] => {
  const apart = flangesApart(read);
  if (!apart) return [];
  if (apart.total <= 0)
    return [
      {
        code: "flanges-cross",
        figure: "hub.A.fromFace",
        figures: { terms: apart.terms.map((t) => t.value), apart: apart.total },
      },
    ];
  if (!read.has("hub.flangeToFlange")) return [];
  const measured = ledger(["Flange to flange", "measured"], [read.term(1, "hub.flangeToFlange")]);
  const found = findSlip([
    { ledger: apart, sd: 0.4 },
    { ledger: measured, sd: 0.3 },
  ]);
  return found ? tell(found, { of: "flange-to-flange" }) : [];
};

const holeCircleDoubts = (read: FigureReader, side: Side, holes: number): Doubt[] => {
  const sums = holeCircleSums(read, side, holes);
  const doubts: Doubt[] = [];
  const found = findSlip(sums.map((s) => ({ ledger: s, sd: ACROSS_SD * Math.max(1, s.terms[0].times) })));
  if (found) {
    const span = Number(read.figures[`hub.${side}.chordSpan`]);
    const chord = read.figures[`hub.${side}.chord`];
    const other = sums.find((s) => s.terms[0].figure !== `hub.${side}.chord`);
    const agrees = [span - 1, span + 1].find(
      (k) => k >= 1 && k < holes && other && Math.abs(Number(chord) * circlePerChord(k, holes) - other.total) < 1.2,
    );
    const last = sums.at(-1);
    if (agrees !== undefined && other && last)
      doubts.push({
        code: "chord-miscounted",
        figure: `hub.${side}.chordSpan`,
        figures: { side, chord: last.total, other: other.total, counted: span, agrees },
      });
    else doubts.push(...tell(found, { of: "hole-circle", side }));
  }
  if (sums.length > 0) {
    const pitch = Math.PI * (sums[0].total / holes);
    const hole = read.number(`hub.${side}.holeDiameter`);
    if (pitch < 1.5 * hole)
      doubts.push({
        code: "holes-crowded",
        figure: `hub.${side}.holeCircle`,
        figures: { side, holes, hole, circle: sums[0].total, pitch },
      });
  }
  return doubts;
};

/** Both faces to one flange, hole circles and all: would it fit better with left and right changed over? */
const mixedUp = (read: FigureReader): Doubt[] => {
  if (read.word("hub.kind") === "full-width" || !read.hasAll(["hub.A.holeCircle", "hub.B.holeCircle", "hub.kind"]))
    return [];
  const [a, b] = [read.number("hub.A.holeCircle"), read.number("hub.B.holeCircle")];
  return a < b
    ? [
        {
          code: "circles-changed-over",
          figure: "hub.A.holeCircle",
          figures: { A: a, B: b, hub: read.word("hub.kind") },
        },
      ]
    : [];
};

/** Samples of one length on both sides mean a rim midway between the flanges, if the hole circles are alike. */
const offsetDoubts = (
  read: FigureReader,
  found: Ledger | null,
  toCentre: { readonly A: Ledger; readonly B: Ledger },
  sums: readonly Ledger[],
  samples: readonly OldSpoke[],
): Doubt[] => {
  const doubts: Doubt[] = [];
  const wide = (l: Ledger) => (l.terms.length > 2 ? 0.5 : 0.35);
  const ways = [...(read.has("offset.found") && found ? [found] : []), ...sums];
  const differ = findSlip(ways.map((s) => ({ ledger: s, sd: wide(s) })));
  if (differ) doubts.push(...tell(differ, { of: "offset-found" }));
  const mean = (side: Side) => {
    const own = samples.filter((s) => s.flange === side).map((s) => s.length);
    return own.length > 0 ? own.reduce((a, b) => a + b, 0) / own.length : null;
  };
  const [a, b] = [mean("A"), mean("B")];
  const known = ["hub.A.holeCircle", "hub.B.holeCircle"].every(read.has) && flangesApart(read) !== null;
  const alike =
    Math.abs(read.number("hub.A.holeCircle") - read.number("hub.B.holeCircle")) < 2 &&
    read.number("lacing.A.cross") === read.number("lacing.B.cross");
  if (found && known && alike && a !== null && b !== null && Math.abs(a - b) < 0.7) {
    const midway = (toCentre.A.total - toCentre.B.total) / 2;
    const mirrored = Math.abs(found.total + midway) < 1 && Math.abs(found.total) > 1;
    if (Math.abs(found.total - midway) > 2)
      doubts.push({
        code: "not-midway",
        figure: "offset.found",
        figures: { midway, found: found.total, mirrored },
      });
  }
  return doubts;
};

/** A straight spoke leaves along its bore: what the crosses would ask of the bore against how it was drilled. */
const boreDoubts = (read: FigureReader, wheel: Wheel): Doubt[] => {
  if (wheel.hub.seat !== "straight") return [];
  const spokes = placeSpokes(wheel);
  return (["A", "B"] as const).flatMap((s): Doubt[] => {
    const name = `hub.${s}.bore`;
    const spoke = spokes.find((p) => p.flange === s);
    if (!read.has(name) || !spoke) return [];
    const [hx, hy] = spoke.hubPoint;
    const [dx, dy] = [spoke.rimPoint[0] - hx, spoke.rimPoint[1] - hy];
    const asked = (Math.acos((hx * dx + hy * dy) / (Math.hypot(hx, hy) * Math.hypot(dx, dy))) * 180) / Math.PI;
    const bore = read.number(name);
    const { cross } = wheel.lacing[s];
    return Math.abs(asked - bore) > 6
      ? [{ code: "bore", figure: `lacing.${s}.cross`, figures: { side: s, cross, asked, bore } }]
      : [];
  });
};

/** What is taken several times: one that stands apart, a rim that is not round. */
const repeatDoubts = (taken: Readonly<Record<string, Taken>>): Doubt[] =>
  Object.entries(taken).flatMap(([name, t]) => {
    const doubts: Doubt[] = [];
    const put = (e: Entry) => ({ typed: e.typed, who: e.who });
    if (t.clash)
      doubts.push({
        code: "taken-twice",
        figure: name,
        figures: { there: put(t.clash.there), here: put(t.clash.here) },
      });
    if (t.odd)
      doubts.push({ code: "odd", figure: name, figures: { typed: t.odd.typed, others: t.counting.length - 1 } });
    else if (t.spread !== null && t.spread > 1)
      doubts.push({ code: "repeats", figure: name, figures: { spread: t.spread } });
    if (t.outOfRound !== null && t.outOfRound > 1.5 && FIGURES[name]?.round)
      doubts.push({ code: "out-of-round", figure: name, figures: { by: t.outOfRound, places: t.places.length } });
    return doubts;
  });

/** Figures so far from what is usual that they may be read in the wrong unit; kept all the same. */
const unlikelyDoubts = (read: FigureReader): Doubt[] =>
  Object.entries(read.figures).flatMap(([name, value]): Doubt[] => {
    const figure = FIGURES[name];
    if (!figure?.likely || typeof value !== "number" || (value >= figure.likely[0] && value <= figure.likely[1]))
      return [];
    return [
      {
        code: "unlikely",
        figure: name,
        figures: { value, from: figure.likely[0], to: figure.likely[1], tension: figure.kind === "force" },
      },
    ];
  });

/** All that is known of the wheel, for checking each part of it against the others. */
export interface CheckedTogether {
  readonly read: FigureReader;
  readonly taken: Readonly<Record<string, Taken>>;
  readonly erdSums: readonly ErdSum[];
  /** The one the lengths come from. */
  readonly erd: Ledger;
  readonly toCentre: { readonly A: Ledger; readonly B: Ledger };
  readonly offsetSums: readonly Ledger[];
  readonly found: Ledger | null;
  /** As it was laced when it came in; null when the figures make no wheel. */
  readonly asFound: Wheel | null;
  readonly samples: readonly OldSpoke[];
}

/** Every doubt one measurement casts on another, the gravest first. */
export const doubts = (w: CheckedTogether): Doubt[] => {
  const { read, samples, asFound } = w;
  const erd = erdDisagreement(read, w.erdSums);
  const size =
    read.has("rim.size") && w.erdSums.length > 0 ? erdAgainstSize(w.erd.total, Number(read.figures["rim.size"])) : null;
  const drum = drumVerdict(w.taken["drum.before"]?.value ?? null, w.taken["drum.after"]?.value ?? null);
  // With nothing but presets to compare with, a sample says nothing about a measurement.
  const comparable = w.erdSums.some((s) => s.method !== "old-spokes") && flangesApart(read) !== null;
  const explained = asFound && comparable ? explainOldSpokes(asFound, samples) : [];
  const all: Doubt[] = [
    ...repeatDoubts(w.taken),
    ...unlikelyDoubts(read),
    ...(erd ? tell(erd, { of: "erd" }) : []),
    ...(size ? [{ ...size, figure: w.erd.terms[0].figure ?? "" }] : []),
    ...flangeDoubts(read),
    ...holeCircleDoubts(read, "A", read.number("hub.A.holes")),
    ...holeCircleDoubts(read, "B", read.number("hub.B.holes")),
    ...mixedUp(read),
    ...explained.map((explanation, i) => ({
      code: "old-spokes" as const,
      figure:
        explanation.figure === "rim.outsideDiameter"
          ? (w.erd.terms[0].figure ?? explanation.figure)
          : explanation.figure,
      raisedBy: "sample.A.out",
      figures: { explanation, another: i > 0 },
    })),
    ...offsetDoubts(read, w.found, w.toCentre, w.offsetSums, samples),
    ...(asFound ? boreDoubts(read, asFound) : []),
    ...(drum ? [{ ...drum, figure: w.taken["drum.after"] ? "drum.after" : "drum.before" }] : []),
  ];
  // Found by two checks, told once.
  const found = ({ code, figures }: Doubt) => JSON.stringify([code, figures]);
  return all.filter((d, i) => all.findIndex((e) => found(e) === found(d)) === i);
};
