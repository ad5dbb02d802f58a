import { turnsText } from "@/core/truing/saying/turn-words";
import { useTensionShown } from "../parts/bench/use-tension-shown";

interface PickedSpokeProps {
  readonly picked: number;
  /** Spokes of the wheel. */
  readonly n: number;
  readonly sideName: string;
  readonly lean: string;
  /** mm, null where not read. */
  readonly lateral: number | null;
  readonly radial: number | null;
  /** N, null where not read; left out while no tension is read at all. */
  readonly tension?: number | null;
  /** Turns meant for it, null without advice. */
  readonly turn: number | null;
  readonly stuck: boolean;
  /** Reads this place alone; left out while the round is being turned. */
  readonly onRead?: () => void;
  /** The place a reading would tell most at. */
  readonly telling: number | null;
  readonly onPick: (spoke: number) => void;
  readonly onAlter: (spoke: number, by: number) => void;
}

/** Nothing is no less than nothing: no −0.00. */
const mm = (x: number | null) => (x === null ? "–" : x.toFixed(2).replace(/^-(?=0\.00$)/, ""));

/** The spoke under the finger: its figures, its turn, one step more or less. */
export const PickedSpoke = (props: PickedSpokeProps) => {
  const { picked, n, sideName, lean, lateral, radial, tension, turn, stuck, onRead, telling, onPick, onAlter } = props;
  const { figure, unit } = useTensionShown();
  return (
    <div className="flex min-h-18 shrink-0 flex-wrap items-stretch border-t border-grid text-xl max-sm:portrait:*:min-h-12 max-sm:portrait:*:flex-1">
      <button
        type="button"
        aria-label="previous spoke"
        onClick={() => onPick(((picked + n - 2) % n) + 1)}
        className="w-18 border-r border-rule text-3xl"
      >
        ‹
      </button>
      <p className="flex min-w-0 flex-1 flex-wrap items-center gap-x-5 overflow-hidden px-3 text-2xl leading-tight max-sm:portrait:order-first max-sm:portrait:basis-full! max-sm:portrait:text-xl">
        <b className="font-mono">{picked}</b>
        <span>
          {sideName}
          <span className="portrait:hidden">, {lean}</span>
        </span>
        <span>
          side <b className="font-mono">{mm(lateral)}</b>
        </span>
        <span>
          hop <b className="font-mono">{mm(radial)}</b>
        </span>
        {tension !== undefined && (
          <span>
            <b className="font-mono">{tension === null ? "–" : figure(tension)}</b> {unit}
          </span>
        )}
        {turn !== null && turn !== 0 && (
          <b data-testid="picked-turn">
            {turnsText(turn)} {turn > 0 ? "tighter" : "slacker"}
          </b>
        )}
        {stuck && <span className="text-xl">won't turn</span>}
      </p>
      {onRead && telling !== null && telling !== picked && (
        <button
          type="button"
          onClick={() => onPick(telling)}
          className="w-32 border-l border-rule text-base leading-tight portrait:hidden"
        >
          {telling} would tell most
        </button>
      )}
      {onRead && (
        <button type="button" onClick={onRead} className="w-24 border-l border-rule text-lg leading-tight">
          read {picked}
        </button>
      )}
      {turn !== null && (
        <>
          <button
            type="button"
            aria-label="1/16 slacker"
            onClick={() => onAlter(picked, -1 / 16)}
            className="w-18 border-l border-rule text-3xl"
          >
            −
          </button>
          <button
            type="button"
            aria-label="1/16 tighter"
            onClick={() => onAlter(picked, 1 / 16)}
            className="w-18 border-l border-rule text-3xl"
          >
            +
          </button>
        </>
      )}
      <button
        type="button"
        aria-label="next spoke"
        onClick={() => onPick((picked % n) + 1)}
        className="w-18 border-l border-rule text-3xl"
      >
        ›
      </button>
    </div>
  );
};
