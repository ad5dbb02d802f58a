"use client";
import dynamic from "next/dynamic";
import { FIGURES } from "@/core/figures/all-figures";
import { type Figure, mostPlaces } from "@/core/figures/figure";
import { toolsFor } from "@/core/figures/tools";
import { nextForce } from "@/core/units/forces";
import { withSideNames } from "@/core/wheel/side-names";
import { UNITS, useForce, useUnit } from "../kept/kept-choice";
import type { BenchRecord, ParticularAsked } from "./bench-record";
import { EntryBar, type EntryBarProps } from "./entry-bar";
import { GaugePicture } from "./gauge-picture";
import { KnownKeys } from "./known-keys";
import type { TakeKey } from "./typed-field";
import type { useTaking } from "./use-taking";

/** The month comes when a day is asked. */
const DayKeys = dynamic(() => import("./day-keys").then((m) => m.DayKeys), { ssr: false });

interface FigureEntryProps extends Pick<BenchRecord, "names" | "taken" | "entries"> {
  readonly taking: ReturnType<typeof useTaking>;
  readonly particular: ParticularAsked | undefined;
  /** Everything that is asked, in order: a step back goes to the one before. */
  readonly order: readonly string[];
  readonly onParticular: (p: ParticularAsked, typed: string) => void;
  /** What was given for a line and refused: it is there to be put right. */
  readonly given: (key: string) => string | undefined;
}

const placeName = (figure: Figure | undefined, place: number): string =>
  figure && place > 0 ? `place ${place} of ${mostPlaces(figure)}: ` : "";

/** Which keys take it: the sides' names where it lies to one, replace and once more where it was taken before. */
const takeKeys = (
  figure: Figure | undefined,
  taken: boolean,
  named: (text: string) => string,
): readonly TakeKey[] | undefined => {
  if (figure?.takeAs)
    return [
      { label: named(figure.takeAs[0]), sign: 1 },
      { label: named(figure.takeAs[1]), sign: -1 },
    ];
  return taken
    ? [
        { label: "replace", sign: 1 },
        { label: "once more", sign: 1, again: true, quiet: true },
      ]
    : undefined;
};

/** Under a line about the job: who and what was here before, or the days to choose from. */
const belowOf = (p: ParticularAsked, onParticular: FigureEntryProps["onParticular"]): EntryBarProps["below"] => {
  if (p.kind === "date")
    return (typed, choose) => (
      <DayKeys
        jobId={p.proposedFor ?? null}
        value={typed}
        today={new Date().toLocaleDateString("en-CA")}
        onChoose={choose}
      />
    );
  const { known } = p;
  if (!known) return undefined;
  return (typed) => (
    <KnownKeys
      what={known}
      typed={typed === p.value ? "" : typed}
      onChoose={(chosen) =>
        "machine" in chosen
          ? onParticular(p, chosen.machine)
          : onParticular({ ...p, key: "customerId", toldFor: p.key, value: p.knownId ?? "" }, chosen.customerId)
      }
    />
  );
};

/** The entry bar for the figure, or the line about the job, that is in hand. */
export const FigureEntry = (props: FigureEntryProps) => {
  const { taking, particular, names, taken, entries, order, onParticular } = props;
  const [unit, setUnit] = useUnit();
  const [force, setForce] = useForce();
  const { active } = taking;
  const figure = active ? FIGURES[active.name] : undefined;
  const asked = figure ?? particular;
  if (!active || !asked) return null;
  const named = (text: string) => withSideNames(text, names);
  const isLength = figure?.kind === "length";
  const inUnit = (kind: Figure["kind"] | undefined): Pick<EntryBarProps, "unit" | "onUnit"> => {
    if (kind === "length") return { unit, onUnit: () => setUnit(UNITS[(UNITS.indexOf(unit) + 1) % UNITS.length]) };
    if (kind === "force") return { unit: force, onUnit: () => setForce(nextForce(force)) };
    return kind === "angle" ? { unit: "°" } : {};
  };
  const before = isLength && entries[active.name]?.some((e) => e.place === active.place && e.role !== "out");
  const choices = figure?.kind === "choice" ? figure.choices : particular?.choices;
  const back = () => {
    const previous = order[order.indexOf(active.name) - 1];
    if (active.place > 1) taking.tap(active.name, active.place - 1);
    else if (previous) taking.tap(previous);
  };
  return (
    <EntryBar
      key={`${active.name}/${active.place}`}
      prompt={named(asked.label)}
      how={named(`${placeName(figure, active.place)}${asked.how}`)}
      picture={figure ? <GaugePicture picture={figure.picture} /> : undefined}
      kind={particular ? particular.kind : figure?.kind === "text" ? "text" : "number"}
      choices={choices?.map((c) => ({ ...c, label: named(c.label) }))}
      offered={asked.offered}
      below={particular && belowOf(particular, onParticular)}
      {...inUnit(figure?.kind)}
      tool={figure && toolsFor(figure.picture).length > 0 ? taking.toolNow(figure.name) : undefined}
      onTool={() => figure && taking.nextTool(figure.name)}
      start={
        props.given(active.name) ??
        particular?.value ??
        (figure?.kind === "text" ? (taken[figure.name]?.typed ?? "") : "")
      }
      message={taking.message}
      doubted={taking.doubted}
      takeKeys={takeKeys(figure, Boolean(before), named)}
      onTake={(typed, sign, again) => (particular ? onParticular(particular, typed) : taking.take(typed, sign, again))}
      onBack={back}
      onLater={() => taking.moveOn(active, true)}
      onClose={taking.close}
    />
  );
};
