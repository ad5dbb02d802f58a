/** Letters of this job that no paper can show; told where a paper is asked for. */
export const NotPrinted = ({ letters }: { letters: readonly string[] }) =>
  letters.length === 0 ? null : (
    <p className="w-full shrink-0 border-t border-grid px-4 py-2 text-lg" data-testid="not-printed">
      On paper {letters.length === 1 ? "this letter is" : "these letters are"} left out, for no font here has{" "}
      {letters.length === 1 ? "it" : "them"}: <b>{letters.slice(0, 12).join(" ")}</b>. Write the name a second way
      beside it.
    </p>
  );
