import type { KindEvenness } from "@/core/tension/evenness";
import { kindWords } from "@/core/tension/kind-words";
import { type HeardKind, heardTension } from "@/core/tension/note-range";
import type { SoundKind } from "@/core/tension/sounding";
import { useTensionShown } from "../parts/bench/use-tension-shown";
import { SideMark } from "../parts/wheel/side-mark";

interface KindTableProps {
  readonly kinds: readonly SoundKind[];
  readonly calibrated: readonly HeardKind[];
  /** In newtons, and by their notes alone where no newtons are known. */
  readonly even: readonly KindEvenness[];
  readonly byNote: readonly KindEvenness[];
  readonly onPick: (spoke: number) => void;
}

/** A note low enough to be a slack spoke's says nothing of its tension: no figure is made of it. */
const percent = (x: number): string => (Number.isFinite(x) ? `${Math.round(x * 100)} %` : "–");
const NUMBER = "text-right font-mono whitespace-nowrap";

/** Spokes that ought to be alike: their mean, how far they stray, who stands out. */
export const KindTable = ({ kinds, calibrated, even, byNote, onPick }: KindTableProps) => {
  const { say } = useTensionShown();
  return (
    <table className="w-full">
      <thead>
        <tr className="border-b-2 border-ink text-left text-base">
          <th className="py-1 font-normal">spokes alike</th>
          <th className="text-right font-normal">mean</th>
          <th className="text-right font-normal">spread</th>
          <th className="text-right font-normal">worst</th>
          <th className="pl-3 text-right font-normal">stand out</th>
        </tr>
      </thead>
      <tbody>
        {kinds.map((k, at) => {
          const e = even.find((x) => x.key === k.key);
          const note = byNote.find((x) => x.key === k.key);
          const shown = e ?? note;
          const slope = note && !e && calibrated[at] ? heardTension(calibrated[at], note.median, 5).slope : null;
          return (
            <tr key={k.key} className="border-b border-grid">
              <td className="flex items-center gap-2 py-2 text-base">
                <SideMark side={k.flange} /> {kindWords(k)}
              </td>
              <td className={NUMBER}>{e ? say(e.mean) : note ? `${Math.round(note.median)} Hz` : "–"}</td>
              <td className={NUMBER}>{shown ? percent(shown.spread * (slope ?? 1)) : "–"}</td>
              <td className={NUMBER}>{shown ? percent(shown.worst * (slope ?? 1)) : "–"}</td>
              <td className="pl-3 text-right font-mono text-base">
                {shown?.outliers.map((s) => (
                  <button key={s} type="button" className="min-h-12 px-1 underline" onClick={() => onPick(s)}>
                    {s}
                  </button>
                ))}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
};
