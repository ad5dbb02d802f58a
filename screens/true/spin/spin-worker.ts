import {
  NOT_YET,
  type NotYet,
  readOverHoles,
  type Spin,
  spinBeside,
  spinByTaps,
  spinsByMark,
  wantsAnotherTurn,
} from "@/core/spin/spin";
import { answerQuestions } from "../../parts/worker/answer-questions";
import type { SpinAnswer, SpinCutAt, SpinQuestion } from "./spin-question";

const whyNot = (spins: readonly Spin[] | NotYet): spins is NotYet => typeof spins === "string";

/** One dial laid round the rim. */
const laid = (spin: Spin, { holes, startDeg, backwards }: SpinQuestion, sign: 1 | -1): SpinCutAt["dials"][string] => {
  const turn = backwards ? -1 : 1;
  const read = readOverHoles(spin, holes, { startDeg, backwards, sign });
  return {
    read,
    samples: spin.samples.map((s) => ({ angleDeg: startDeg + turn * s.angleDeg, value: sign * s.value })),
    another: wantsAnotherTurn(read, spin),
  };
};

const workedOut = (asked: SpinQuestion): SpinAnswer => {
  const [main, ...beside] = asked.dials;
  const byTaps = asked.taps && spinByTaps(main.heard, asked.taps);
  const spins = byTaps === null ? spinsByMark(main.heard) : typeof byTaps === "string" ? byTaps : [byTaps];
  if (whyNot(spins)) return { cuts: [], why: NOT_YET[spins] };
  const cuts = spins.map((spin): SpinCutAt => {
    const dials = { [main.what]: laid(spin, asked, main.sign) };
    for (const { what, heard, sign } of beside) {
      // Its own strip first; where it saw none, the wheel passed when the other gauge says.
      const own = asked.taps ? "no-mark" : spinsByMark(heard);
      const same = whyNot(own)
        ? spinBeside(heard, spin)
        : (own.find((s) => Math.abs(s.passages[0].at - spin.passages[0].at) < 500) ?? spinBeside(heard, spin));
      if (typeof same !== "string") dials[what] = laid(same, asked, sign);
    }
    return { mark: spin.mark, turns: spin.passages.length - 1, dials };
  });
  return { cuts, why: null };
};

/** Lays a turn of the wheel round its holes beside the page: a few sums of a tenth of a second. */
answerQuestions(workedOut);
