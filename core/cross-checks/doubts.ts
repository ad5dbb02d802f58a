import { FIGURES } from "../figures/all-figures";
import type { FigureReader } from "../figures/reader";
import { drumVerdict } from "../hub/drum";
import { flangesApart } from "../hub/flange";
import { circlePerChord, holeCircleSums } from "../hub/hole-circle";
import { placeSpokes } from "../lacing/placement";
import { type Ledger, ledger } from "../ledger/ledger";
import type { Taken } from "../measurement/taken";
import { ACROSS_SD, type ErdSum } from "../rim/effective-rim-diameter";
import { erdAgainstSize } from "../rim/rim-size";
import type { Side, Wheel } from "../wheel/wheel-file";
import { explainOldSpokes, type OldSpoke } from "./old-spokes";
import { type Disagreement, type Estimate, findSlip } from "./slip";

/** Something that looks wrong: shown beside the line it concerns, never in the way. */
export interface Doubt {
  /** The figure to take again. */
  readonly figure: string;
  readonly text: string;
  /** The figure that raised it, where that is another one. */
  readonly raisedBy?: string;
}

const tell = (d: Disagreement, what: string): Doubt[] => {
  const [one, other] = d.between;
  const differ = `${what}: ${one.way ?? one.title} makes ${one.total.toFixed(1)}, ${other.way ?? other.title} ${other.total.toFixed(1)}; they differ by ${d.by.toFixed(1)} mm.`;
  if (d.slips.length === 0)
    return [
      {
        figure: one.terms[0].figure ?? "",
        text: `${differ} No single slip explains it; take both again.`,
      },
    ];
  return d.slips.map((s, i) => ({
    figure: s.figure,
    text: i === 0 ? `${differ} ${sentence(s.text)}.` : `Or: ${s.text}.`,
  }));
};

const sentence = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);

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
        figure: "hub.A.fromFace",
        text: `The two flanges would cross: ${apart.terms.map((t) => t.value.toFixed(1)).join(" − ")} leaves ${apart.total.toFixed(1)} between them.`,
      },
    ];
  if (!read.has("hub.flangeToFlange")) return [];
  const measured = ledger(["Flange to flange", "measured"], [read.term(1, "hub.flangeToFlange")]);
  const found = findSlip([
    { ledger: apart, sd: 0.4 },
    { ledger: measured, sd: 0.3 },
  ]);
  return found ? tell(found, "Flange to flange") : [];
};

const holeCircleDoubts = (read: FigureReader, side: Side, holes: number): Doubt[] => {
  const sums = holeCircleSums(read, side, holes);
  const doubts: Doubt[] = [];
  const found = findSlip(sums.map((s) => ({ ledger: s, sd: ACROSS_SD * Math.max(1, s.terms[0].times) })));
  if (found) {
    const span = Number(read.figures[`hub.${side}.chordSpan`]);
    const chord = read.figures[`hub.${side}.chord`];
    const other = sums.find((s) => s.terms[0].figure !== `hub.${side}.chord`);
    const miscount = [span - 1, span + 1].find(
      (k) => k >= 1 && k < holes && other && Math.abs(Number(chord) * circlePerChord(k, holes) - other.total) < 1.2,
    );
    doubts.push(
      ...(miscount
        ? [
            {
              figure: `hub.${side}.chordSpan`,
              text: `{${side}} hole circle: the chord makes ${sums.at(-1)?.total.toFixed(1)}, the other way ${other?.total.toFixed(1)}. Counted over ${miscount} holes instead of ${span} they agree.`,
            },
          ]
        : tell(found, `{${side}} hole circle`)),
    );
  }
  if (sums.length > 0) {
    const pitch = Math.PI * (sums[0].total / holes);
    const hole = read.number(`hub.${side}.holeDiameter`);
    if (pitch < 1.5 * hole)
      doubts.push({
        figure: `hub.${side}.holeCircle`,
        text: `{${side}}: ${holes} holes of ${hole.toFixed(1)} on a circle of ${sums[0].total.toFixed(1)} stand ${pitch.toFixed(1)} apart, hardly room between them. Circle, or count?`,
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
          figure: "hub.A.holeCircle",
          text: `The hole circle is larger on the {B} (${b.toFixed(0)}) than on the {A} (${a.toFixed(0)}); a ${read.word("hub.kind")} hub has the drum's flange the larger. Left and right mixed up?`,
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
  if (differ) doubts.push(...tell(differ, "Offset as found"));
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
        figure: "offset.found",
        text: `Old spokes of one length on both sides put the rim midway between the flanges, ${side(midway)}; the offset as found says ${side(found.total)}.${mirrored ? " Left and right mixed up?" : ""}`,
      });
  }
  return doubts;
};

const side = (mm: number): string =>
  Math.abs(mm) < 0.05 ? "0.0 from the hub's middle" : `${Math.abs(mm).toFixed(1)} to {${mm > 0 ? "A" : "B"}}`;

/** A straight spoke leaves along its bore: what the crosses would ask of the bore against how it was drilled. */
const boreDoubts = (read: FigureReader, wheel: Wheel): Doubt[] => {
  if (wheel.hub.seat !== "straight") return [];
  const spokes = placeSpokes(wheel);
  return (["A", "B"] as const).flatMap((s) => {
    const name = `hub.${s}.bore`;
    const spoke = spokes.find((p) => p.flange === s);
    if (!read.has(name) || !spoke) return [];
    const [hx, hy] = spoke.hubPoint;
    const [dx, dy] = [spoke.rimPoint[0] - hx, spoke.rimPoint[1] - hy];
    const along = (Math.acos((hx * dx + hy * dy) / (Math.hypot(hx, hy) * Math.hypot(dx, dy))) * 180) / Math.PI;
    const bore = read.number(name);
    return Math.abs(along - bore) > 6
      ? [
          {
            figure: `lacing.${s}.cross`,
            text: `{${s}}: ${wheel.lacing[s].cross} cross leaves the hub ${along.toFixed(0)}° off the radius, the bores stand at ${bore.toFixed(0)}°. Another cross, or the angle again?`,
          },
        ]
      : [];
  });
};

/** What is taken several times: one that stands apart, a rim that is not round. */
const repeatDoubts = (taken: Readonly<Record<string, Taken>>): Doubt[] =>
  Object.entries(taken).flatMap(([name, t]) => {
    const label = FIGURES[name]?.label ?? name;
    const doubts: Doubt[] = [];
    if (t.clash)
      doubts.push({
        figure: name,
        text: `${sentence(label)} was taken twice at once: ${t.clash.there.typed}${by(t.clash.there.who)} and ${t.clash.here.typed}${by(t.clash.here.who)}. The later one counts until somebody says which is right.`,
      });
    if (t.odd)
      doubts.push({
        figure: name,
        text: `${sentence(label)}: ${t.odd.typed} stands apart from the other ${t.counting.length - 1}. Leave it out, or take it again.`,
      });
    else if (t.spread !== null && t.spread > 1)
      doubts.push({
        figure: name,
        text: `${sentence(label)}: the repeats lie ${t.spread.toFixed(1)} mm apart; take it once more.`,
      });
    if (t.outOfRound !== null && t.outOfRound > 1.5 && /Diameter$/.test(name))
      doubts.push({
        figure: name,
        text: `${sentence(label)}: ${t.outOfRound.toFixed(1)} mm out of round over ${t.places.length} places. A misread place, or a rim that is not round.`,
      });
    return doubts;
  });

const by = (who: string): string => (who ? ` (${who})` : "");

/** Figures so far from what is usual that they may be read in the wrong unit; kept all the same. */
const unlikelyDoubts = (read: FigureReader): Doubt[] =>
  Object.entries(read.figures).flatMap(([name, value]) => {
    const figure = FIGURES[name];
    if (!figure?.likely || typeof value !== "number" || (value >= figure.likely[0] && value <= figure.likely[1]))
      return [];
    return [
      {
        figure: name,
        text: `${sentence(figure.label)}: ${Number(value.toFixed(2))} is unusual; mostly ${figure.likely[0]} to ${figure.likely[1]}.`,
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
    ...(erd ? tell(erd, "Effective rim diameter") : []),
    ...(size ? [{ figure: w.erd.terms[0].figure ?? "", text: size }] : []),
    ...flangeDoubts(read),
    ...holeCircleDoubts(read, "A", read.number("hub.A.holes")),
    ...holeCircleDoubts(read, "B", read.number("hub.B.holes")),
    ...mixedUp(read),
    ...explained.map((e, i) => ({
      figure: e.figure === "rim.outsideDiameter" ? (w.erd.terms[0].figure ?? e.figure) : e.figure,
      raisedBy: "sample.A.out",
      text:
        i === 0
          ? `The old spokes do not fit what was measured. One thing would explain them all: ${e.text}.`
          : `Or: ${e.text}.`,
    })),
    ...offsetDoubts(read, w.found, w.toCentre, w.offsetSums, samples),
    ...(asFound ? boreDoubts(read, asFound) : []),
    ...(drum ? [{ figure: w.taken["drum.after"] ? "drum.after" : "drum.before", text: drum }] : []),
  ];
  return all.filter((d, i) => all.findIndex((e) => e.text === d.text) === i);
};
