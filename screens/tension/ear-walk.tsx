"use client";
import type { PlacedSpoke } from "@/core/lacing/placement";
import type { SoundKind } from "@/core/tension/sounding";
import type { SpokeTension } from "@/core/tension/told";
import type { Wheel } from "@/core/wheel/wheel-file";
import { useTensionShown } from "../parts/bench/use-tension-shown";
import { CodePicture } from "../parts/frame/code-picture";
import { useVoice } from "../parts/kept/kept-choice";
import { useSpoken } from "../parts/walk/speak";
import { useStops } from "../parts/walk/use-stops";
import type { TakeReadings } from "../parts/walk/use-take-readings";
import { Walk } from "../parts/walk/walk";
import { Loudness } from "./loudness";
import { useEarBeside } from "./use-ear-beside";
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
  const { say } = useTensionShown();
  const walk = useStops({ count: n, isOpen: (i) => tensions[i].note === null, onEnd });
  const at = walk.at + 1;
  const kind = kinds.find((k) => k.spokes.includes(at)) ?? kinds[0];
  const heard = usePlucks({ jobId, wheel, at, kind, practice, onTake, onMove: (to) => walk.move(to - 1) });
  const { ear, words, shown, held } = heard;
  const beside = useEarBeside({
    ...{ job, jobId, spoke: at, side: names[spokes[at - 1].flange], range: heard.range },
    last: words ?? "",
    onTold: heard.hear,
    onMuted: heard.mute,
  });
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
          (ear.state === "no microphone" && !beside.joined
            ? "no microphone to be had: drop a WAV here"
            : `${names[spoke.flange]}, head ${spoke.head === "out" ? "outside" : "inside"}${alike ? `, like ${alike}` : ""}; hold what touches it at the crossing`)
        }
        next={
          last?.note
            ? `${at - 1}: ${Math.round(last.note)} Hz${last.tension === null ? "" : `, ${say(last.tension)}`}`
            : at < n
              ? `next ${at + 1}`
              : "the last one"
        }
        drawing={
          <div className="flex h-full flex-col items-stretch justify-center gap-4">
            {beside.joined ? <p className="text-2xl">another device listens</p> : <Loudness level={ear.level} />}
            {beside.address && !beside.joined && (
              <div className="flex flex-wrap items-center gap-4 text-lg">
                <CodePicture text={beside.address} />
                <p className="min-w-0 flex-1">
                  Point the camera of a device that is in at this: it listens from the rim, and photographs, while this
                  one shows. <span className="break-all">{beside.address}</span>
                </p>
              </div>
            )}
            {beside.can && !beside.address && (
              <button type="button" className="min-h-18 border border-ink text-2xl" onClick={beside.ask}>
                another device listens
              </button>
            )}
            {beside.address && (
              <button type="button" className="min-h-14 text-lg underline" onClick={beside.end}>
                this one listens itself
              </button>
            )}
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
        entryHint={
          ear.state === "listening" || beside.joined
            ? "listening: pluck, it goes on by itself"
            : "asking for the microphone"
        }
        onBack={() => heard.pass(at - 1)}
        onSkip={() => heard.pass(at + 1)}
        onLeave={onEnd}
      />
    </section>
  );
};
