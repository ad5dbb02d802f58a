"use client";
import { BREAK_FIGURES } from "@/core/figures/lacing";
import type { Figures } from "@/core/figures/newest";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { breakAdvice, type Replacement, replacementFor } from "@/core/lacing/replace";
import { spokeKinds } from "@/core/spoke/kinds";
import { showLength } from "@/core/units/show-length";
import type { Wheel } from "@/core/wheel/wheel-file";
import type { Tap } from "../parts/bench/bench-record";
import { FigureTag } from "../parts/bench/figure-list";
import { isOpen, listWords } from "../parts/bench/figure-shown";
import { Doubt } from "../parts/bench/ledger-panel";
import { PageLink } from "../parts/frame/page-link";
import { useUnit } from "../parts/kept/kept-choice";
import { send } from "../parts/kept/use-enter";
import { SideMark } from "../parts/wheel/side-mark";
import { WheelPlan } from "../parts/wheel/wheel-plan";

/** A drawer with spokes. */
export interface SpokeDrawer {
  readonly id: string;
  readonly size: number;
  readonly name: string;
  readonly place: string;
  readonly held: number;
}

/** What to copy, how long it must be, where one lies, and what the break says. */
const ReplacementSaid = ({
  replacement,
  figures,
  names,
  near,
  worked,
  length,
  pieces,
  put,
  assumed,
  seat,
}: {
  replacement: Replacement;
  figures: Figures;
  names: { readonly A: string; readonly B: string };
  near: readonly SpokeDrawer[];
  worked: number | null;
  length: number | null;
  pieces: number | null;
  put: number | null;
  assumed: boolean;
  seat: Wheel["hub"]["seat"];
}) => {
  const [unit] = useUnit();
  const where = figures["break.where"];
  return (
    <>
      <p className="flex items-center gap-2 text-xl font-bold">
        <SideMark side={replacement.spoke.flange} /> {names[replacement.spoke.flange]}, hub hole{" "}
        {replacement.spoke.hubHole}, head {replacement.spoke.head === "out" ? "outside" : "inside"},{" "}
        {replacement.spoke.lean}
      </p>
      {replacement.copy === "ask" ? <Doubt>{replacement.text}</Doubt> : <p>{replacement.text}.</p>}
      <p className="pt-2">
        {length !== null ? (
          <>
            Length <b className="font-mono text-3xl">{showLength(Number(length.toFixed(1)), unit)}</b>{" "}
            {pieces !== null ? "from the pieces" : "from the record"}
            {pieces !== null && !assumed && worked !== null && Math.abs(pieces - worked) > 1
              ? `; worked out it is ${showLength(Number(worked.toFixed(1)), unit)}`
              : ""}
          </>
        ) : (
          <>
            This wheel's lengths are assumed: measure both pieces end to end, or spoke {replacement.back.spoke} in its
            place.
          </>
        )}
      </p>
      {length !== null && (
        <p>
          {near.length > 0
            ? near.map((d) => `${d.size} ${d.name}: ${d.held} in ${d.place || "stock"}`).join("; ")
            : "None that long in the drawers."}
        </p>
      )}
      {put !== null && (
        <p className="pt-2 text-xl">
          <b>In</b>, {showLength(Number(put.toFixed(1)), unit)}.{" "}
          {figures["break.up"] === "up"
            ? "Up to its likes: read the wheel."
            : `Just tight is enough: the first reading tells how far to turn it, and nothing else is turned before.`}
        </p>
      )}
      {breakAdvice({
        where: where === "elbow" || where === "middle" || where === "thread" ? where : null,
        before: figures["break.before"] === "yes" ? true : figures["break.before"] === "no" ? false : null,
        head: replacement.spoke.head,
        seat: seat,
      }).map((t) => (
        <p key={t} className="pt-2 text-base">
          {t}
        </p>
      ))}
    </>
  );
};

/** One broken spoke: which to copy, how long it must be, where one lies, the way in, what the break says. */
export const BrokenView = ({
  wheel,
  spokes,
  figures,
  drawers,
  names,
  assumed,
  tap,
  jobId,
}: {
  wheel: Wheel;
  spokes: readonly PlacedSpoke[];
  figures: Figures;
  drawers: readonly SpokeDrawer[];
  names: { readonly A: string; readonly B: string };
  /** The wheel's lengths rest on presets: the pieces or a like spoke count, not they. */
  assumed: boolean;
  tap: Tap;
  jobId: string;
}) => {
  const [unit] = useUnit();
  const broken = Number(figures["break.spoke"] ?? 0);
  const known = broken >= 1 && broken <= wheel.rim.holes;
  const replacement = known ? replacementFor(wheel, broken) : null;
  const pieces = typeof figures["break.pieces"] === "number" ? figures["break.pieces"] : null;
  // As it would be ordered: the length that ends at the slot under tension.
  const kind = known ? spokeKinds(wheel).kinds.find((k) => k.spokes.includes(broken)) : undefined;
  const worked = kind?.lengthAtTension ?? null;
  const length = pieces ?? (assumed ? null : worked);
  const near = length === null ? [] : drawers.filter((d) => Math.abs(d.size - length) <= 1.2);
  const put = typeof figures["break.new"] === "number" ? figures["break.new"] : null;
  // One thing after another: the length is asked once the spoke is known, how tight it is once it is in.
  const asked = BREAK_FIGURES.filter(
    ({ name }) =>
      name === "break.spoke" ||
      (known && (name !== "break.new" || length !== null || put !== null) && (name !== "break.up" || put !== null)),
  );
  const drawer = near[0];
  const like = drawer?.size ?? length;
  /** It goes into the wheel, and out of its drawer where one of that length lies there. */
  const putIn = (mm: number) => {
    tap.put("break.new", mm.toFixed(1));
    if (!drawer) return;
    const body = { id: crypto.randomUUID(), change: -1, jobId, note: `spoke ${broken}` };
    const words = `one taken out of ${drawer.place || drawer.name}`;
    void send({ what: "other", jobId, url: `/api/stock/${drawer.id}/moves`, body, words });
  };
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,5fr)_minmax(0,5fr)] portrait:grid-cols-1 portrait:grid-rows-2">
      <div className="min-h-0">
        <WheelPlan
          wheel={wheel}
          spokes={spokes}
          inHand={known ? broken : undefined}
          lit={replacement ? [replacement.back.spoke, replacement.on.spoke] : []}
          title="the broken spoke and the two it copies"
        />
      </div>
      <div className="flex min-h-0 flex-col border-l border-grid">
        <div className="min-h-0 flex-1 overflow-y-auto">
          {asked.map((f) => (
            <FigureTag
              key={f.name}
              label={f.label}
              value={listWords(tap.shown(f.name))}
              open={isOpen(tap.shown(f.name))}
              active={tap.active === f.name}
              onTap={() => tap.onTap(f.name)}
            />
          ))}
          <div className="p-3 text-lg">
            {!known && <p>Tell which spoke: count rim holes clockwise from the valve.</p>}
            {replacement && (
              <ReplacementSaid
                {...{ replacement, figures, names, near, worked, length, pieces, put, assumed }}
                seat={wheel.hub.seat}
              />
            )}
          </div>
        </div>
        {known && put === null && like !== null && (
          <button
            type="button"
            className="min-h-16 w-full shrink-0 bg-ink px-3 text-xl text-paper"
            onClick={() => putIn(like)}
          >
            new spoke of {showLength(Number(like.toFixed(1)), unit)} is in
            {drawer ? `, taken out of ${drawer.place || "stock"}` : ""}
          </button>
        )}
        {put !== null && (
          <PageLink
            href={`/jobs/${jobId}/true?read=now`}
            className="flex min-h-16 shrink-0 items-center justify-center bg-ink px-3 text-2xl text-paper"
          >
            read the wheel
          </PageLink>
        )}
      </div>
    </div>
  );
};
