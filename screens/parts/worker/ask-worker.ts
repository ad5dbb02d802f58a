/** Several questions may be under way: an answer says which one it is to. */
export interface Numbered<Q> {
  readonly number: number;
  readonly question: Q;
}

export type Answered<A> = { readonly number: number } & ({ readonly answer: A } | { readonly problem: string });

interface Waiting<A> {
  readonly resolve: (answer: A) => void;
  readonly reject: (error: Error) => void;
}

/**
 * Sums that take longer than a look are worked out beside the page, which goes on meanwhile. The worker is begun with the
 * first question; one that broke is begun anew with the next.
 *
 * @param gone said to who waits when it breaks
 * @returns asks it; rejected with what the sums say against the question, in words
 */
export const askWorker = <Q, A>(begin: () => Worker, gone: string): ((question: Q) => Promise<A>) => {
  let worker: Worker | null = null;
  let last = 0;
  const waiting = new Map<number, Waiting<A>>();
  const begun = (): Worker => {
    const one = begin();
    one.onmessage = ({ data }: MessageEvent<Answered<A>>) => {
      const who = waiting.get(data.number);
      waiting.delete(data.number);
      if ("answer" in data) who?.resolve(data.answer);
      else who?.reject(new Error(data.problem));
    };
    one.onerror = () => {
      one.terminate();
      worker = null;
      for (const { reject } of waiting.values()) reject(new Error(gone));
      waiting.clear();
    };
    return one;
  };
  return (question) =>
    new Promise((resolve, reject) => {
      worker ??= begun();
      last++;
      waiting.set(last, { resolve, reject });
      worker.postMessage({ number: last, question } satisfies Numbered<Q>);
    });
};
