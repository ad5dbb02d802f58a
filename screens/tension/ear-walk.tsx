"use client";
import type { PlacedSpoke } from "@/core/lacing/placement";
import type { SoundKind } from "@/core/tension/sounding";
import type { SpokeTension } from "@/core/tension/told";
import type { Wheel } from "@/core/wheel/wheel-file";
import { useVoice } from "../parts/kept/kept-choice";
import { useSpoken } from "../parts/walk/speak";
import { useStops } from "../parts/walk/use-stops";
import type { TakeReadings } from "../parts/walk/use-take-readings";
import { Walk } from "../parts/walk/walk";
import { usePlucks } from "./use-plucks";

interface EarWalkProps {
  readonly jobId: string;
  readonly job: string;
  readonly wheel: Wheel;
  readonly spokes: readonly PlacedSpoke[];
  readonly names: { readonly A: string; readonly B: string };
  readonly kinds: readonly SoundKind[];
  readonly tensions: readonly SpokeTension[];
  /** Hear the practice wheel instead of the microphone. */
  readonly practice: boolean;
  readonly onTake: TakeReadings;
  readonly onEnd: () => void;
}

/** Round the wheel by ear, hands free: it hears a pluck, stores it and goes on to the next spoke. */
export const EarWalk = (props: EarWalkProps) => {
  const { jobId, job, wheel, spokes, names, kinds, tensions, practice, onTake, onEnd } = props;
  const n = spokes.length;
  const walk = useStops({ count: n, isOpen: (i) => tensions[i].note === null, onEnd });
  const at = walk.at + 1;
  const kind = kinds.find((k) => k.spokes.includes(at)) ?? kinds[0];
  const heard = usePlucks({ jobId, wheel, at, kind, practice, onTake, onMove: (to) => walk.move(to - 1) });
  const { ear, words, shown, held } = heard;
  const [voice] = useVoice();
  const last = at > 1 ? tensions[at - 2] : null;
  const spoke = spokes[at - 1];
  const alike = kind.spokes[kind.spokes.indexOf(at) - 1];
  useSpoken(`${at}`, voice === "on");
  return (
    <section
      className="contents"
      aria-label="listening"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void heard.fromFile(e.dataTransfer.files[0]);
      }}
    >
      <Walk
        job={job}
        place={`${at} of ${n}`}
        spoke={at}
        side={spoke.flange}
        sideName={names[spoke.flange]}
        instruction={
          <span className="flex flex-wrap items-baseline gap-6">
            {shown ? (
              <>
                <b className="font-mono" data-testid="heard">
                  {Math.round(shown.note)}
                </b>
                <span>Hz{shown.early ? " …" : ""}</span>
              </>
            ) : (
              <span>pluck it</span>
            )}
          </span>
        }
        detail={
          words ??
          (ear.state === "no microphone"
            ? "no microphone to be had: drop a WAV here"
            : `${names[spoke.flange]}, head ${spoke.head === "out" ? "outside" : "inside"}${alike ? `, like ${alike}` : ""}; hold what touches it at the crossing`)
        }
        next={
          last?.note
            ? `${at - 1}: ${Math.round(last.note)} Hz${last.tension === null ? "" : `, ${Math.round(last.tension / 10) * 10} N`}`
            : at < n
              ? `next ${at + 1}`
              : "the last one"
        }
        drawing={
          <div className="flex h-full flex-col items-stretch justify-center gap-4">
            <Level level={ear.level} />
            <label className="flex min-h-18 cursor-pointer items-center justify-center border border-ink text-2xl focus-within:outline-3">
              hear a WAV file
              <input
                type="file"
                accept="audio/*,.wav"
                className="sr-only"
                onChange={(e) => void heard.fromFile(e.target.files?.[0])}
              />
            </label>
          </div>
        }
        doneLabel={held ? (held.value === 0 ? "slack: keep it" : "keep it") : practice ? "pluck" : "listening"}
        onDone={held ? () => heard.take(held) : practice ? () => void heard.pluck() : undefined}
        entryHint={ear.state === "listening" ? "listening: pluck, it goes on by itself" : "asking for the microphone"}
        onBack={() => heard.pass(at - 1)}
        onSkip={() => heard.pass(at + 1)}
        onLeave={onEnd}
      />
    </section>
  );
};

/** How loud it is, so that one sees it listens. */
const Level = ({ level }: { level: number }) => {
  const part = Math.min(1, Math.max(0, (20 * Math.log10(level + 1e-5) + 70) / 60));
  return (
    <svg viewBox="0 0 300 40" className="w-full" role="img" aria-label="loudness">
      <rect x="1" y="8" width="298" height="24" fill="none" stroke="var(--color-rule)" strokeWidth="2" />
      <rect x="1" y="8" width={298 * part} height="24" fill="var(--color-ink)" />
    </svg>
  );
};
