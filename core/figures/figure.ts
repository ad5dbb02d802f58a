import { MOST_HOLES } from "../wheel/holes";
import type { Stage } from "../wheel/stages";

/** Which small picture shows where the gauge goes. */
export type GaugePicture =
  | "over-rim"
  | "rim-height"
  | "bed"
  | "washer"
  | "nipple"
  | "inside-rim"
  | "hung-nipple"
  | "rods"
  | "rim-width"
  | "hole-offset"
  | "spacers"
  | "face-to-flange"
  | "flange-to-flange"
  | "hole-circle"
  | "chord"
  | "spoke-hole"
  | "flange-thickness"
  | "clocking"
  | "bore"
  | "drum"
  | "straight-edge"
  | "string"
  | "flip"
  | "frame"
  | "plate"
  | "old-spoke"
  | "vernier"
  | "count"
  | "dial"
  | "look";

/** One thing that is asked of a wheel, by measuring, counting or looking. */
export interface Figure {
  readonly name: string;
  /** The stage of the work it is taken in: its bench time is that stage's, wherever it was typed. */
  readonly stage: Stage;
  /** As the trade says it; {A} and {B} become the sides' names. */
  readonly label: string;
  /** Where the gauge goes, or what to look for. */
  readonly how: string;
  readonly kind: "length" | "angle" | "count" | "number" | "force" | "choice" | "text";
  readonly picture: GaugePicture;
  /** What is asked next: by itself this one makes no sum. */
  readonly goesWith?: string;
  /** Outside these a figure is refused: why, after what was given. */
  readonly can?: { readonly from: number; readonly to: number; readonly cannot: string };
  /** A wire's thickness, told by its gauge as often as in mm. */
  readonly wire?: true;
  /** A count that goes round in fours. */
  readonly inFours?: true;
  /** Outside these a figure is doubtful, never refused. mm, N, degrees or a count. */
  readonly likely?: readonly [number, number];
  /** What it mostly is, and how far it strays (one standard deviation): weighs what a slip would mean. mm. */
  readonly usual?: readonly [number, number];
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
  /** Words offered for a text; any other may be typed. */
  readonly offered?: readonly string[];
  /** Taken at up to this many places round the rim or drum, or at every hole of the rim. */
  readonly places?: number | "every-hole";
  /** A diameter of something round: its places ought to agree. */
  readonly round?: true;
  /** Taken with the names of the sides, so that nobody types a sign; or inside and outside of something. */
  readonly takeAs?: readonly [plus: string, minus: string];
  /** Asked only while another figure (or its preset) stands at one of these. */
  readonly onlyIf?: { readonly figure: string; readonly is: readonly string[] };
}

/** A figure before it is told which stage it is taken in; one that names another stage than its list keeps it. */
export type AskedFigure = Omit<Figure, "stage"> & Partial<Pick<Figure, "stage">>;

/** Something that is done, or has no place on this wheel. */
export const doneOrNot = (name: string, label: string, how: string): AskedFigure => ({
  ...{ name, label, how, kind: "choice", picture: "look" },
  choices: [
    { value: "done", label: "done" },
    { value: "not-here", label: "not on this wheel" },
  ],
});

/** The same figure on both sides. */
export const onBoth = (make: (side: "A" | "B") => AskedFigure): readonly [AskedFigure, AskedFigure] => [
  make("A"),
  make("B"),
];

/** A list of figures that are taken in one stage of the work. */
export const takenIn = (stage: Stage, figures: readonly AskedFigure[]): readonly Figure[] =>
  figures.map((figure) => ({ stage, ...figure }));

/** At how many places a figure can be taken; 0 for one place only. */
export const mostPlaces = ({ places = 0 }: Pick<Figure, "places">): number =>
  places === "every-hole" ? MOST_HOLES : places;
