import { moneyWords, type Quote } from "@/core/shop/quote";

interface QuoteKeysProps {
  readonly jobId: string;
  readonly quote: Quote;
  readonly agreed: boolean;
  readonly onOwn: () => void;
  readonly onAgree: (agreed: boolean) => void;
}

/** A line of one's own, the paper, and the key that makes it the list of work. */
export const QuoteKeys = ({ jobId, quote, agreed, onOwn, onAgree }: QuoteKeysProps) => (
  <div className="flex min-h-18 shrink-0 flex-wrap items-stretch border-t-2 border-ink text-xl">
    {!agreed && (
      <button type="button" className="min-h-18 flex-1 border-r border-rule px-2" onClick={onOwn}>
        a line of your own
      </button>
    )}
    <a
      href={`/api/jobs/${jobId}/quote`}
      target="_blank"
      rel="noreferrer"
      className="flex min-h-18 flex-1 items-center justify-center border-r border-rule px-2"
    >
      print (PDF)
    </a>
    <button
      type="button"
      className="min-h-18 flex-[2] bg-ink px-2 text-2xl text-paper outline-offset-[-8px]"
      onClick={() => onAgree(!agreed)}
    >
      {agreed
        ? "not agreed after all"
        : quote.unpriced.length === quote.lines.length
          ? "agreed, no price named: list of work"
          : `agreed at ${moneyWords(quote.total, quote.currency)}: list of work`}
    </button>
  </div>
);
