import type { Answered, Numbered } from "./ask-worker";

/** In a worker: answers what `askWorker` asks. */
export const answerQuestions = <Q, A>(work: (question: Q) => A): void => {
  const answer = ({ number, question }: Numbered<Q>): Answered<A> => {
    try {
      return { number, answer: work(question) };
    } catch (error) {
      return { number, problem: error instanceof Error ? error.message : String(error) };
    }
  };
  self.onmessage = ({ data }: MessageEvent<Numbered<Q>>) => self.postMessage(answer(data));
};
