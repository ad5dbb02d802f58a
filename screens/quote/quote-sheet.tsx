import { moneyWords, type Quote, type QuoteLine } from "@/core/shop/quote";

const FIGURE = "min-h-12 min-w-24 px-2 text-right font-mono text-lg underline decoration-rule";

/** Every line with its count and its price, each tapped to change; what it comes to. */
export const QuoteSheet = ({
  quote,
  onAsk,
}: {
  quote: Quote;
  onAsk: (line: QuoteLine, what: "count" | "each") => void;
}) => (
  <article aria-label="quote" className="mx-auto max-w-4xl">
    <h2 className="border-b-2 border-ink pb-2 text-2xl font-bold">What it would cost</h2>
    <table className="w-full text-lg">
      <tbody>
        {quote.lines.map((l) => (
          <tr key={l.key} className="border-b border-grid">
            <th scope="row" className="py-1 text-left font-normal">
              {l.label}
              <span className="block text-base">{l.from}</span>
            </th>
            <td className="text-right">
              <button type="button" className={FIGURE} onClick={() => onAsk(l, "count")}>
                {l.count}
                {l.unit && ` ${l.unit}`}
              </button>
            </td>
            <td className="text-right">
              <button type="button" className={FIGURE} onClick={() => onAsk(l, "each")}>
                {l.each === null ? "price?" : moneyWords(l.each, "")}
              </button>
            </td>
            <td className="text-right font-mono">{l.amount === null ? "–" : moneyWords(l.amount, "")}</td>
          </tr>
        ))}
        {quote.taxPercent > 0 && (
          <>
            <tr>
              <th scope="row" colSpan={3} className="py-1 text-left font-normal">
                together
              </th>
              <td className="text-right font-mono">{moneyWords(quote.net, "")}</td>
            </tr>
            <tr>
              <th scope="row" colSpan={3} className="py-1 text-left font-normal">
                tax, {quote.taxPercent} %
              </th>
              <td className="text-right font-mono">{moneyWords(quote.tax, "")}</td>
            </tr>
          </>
        )}
        <tr className="border-t-2 border-ink text-2xl font-bold">
          <th scope="row" colSpan={3} className="py-2 text-left">
            in all
          </th>
          <td className="text-right font-mono" data-testid="quote-total">
            {moneyWords(quote.total, quote.currency)}
          </td>
        </tr>
      </tbody>
    </table>
    {quote.unpriced.length > 0 && (
      <p className="pt-2 text-lg font-bold">Not in it, for nobody said its price: {quote.unpriced.join(", ")}.</p>
    )}
    <p className="pt-2 text-lg">
      About {quote.hours.likely} hours at the bench; one wheel in two takes between {quote.hours.low} and{" "}
      {quote.hours.high}.
    </p>
  </article>
);
