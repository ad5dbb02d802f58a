/** Two answers to one question: both shown, a person chooses. */
export const Which = ({
  of,
  there,
  here,
  onThere,
  onHere,
}: {
  of: string;
  there: string;
  here: string;
  onThere: () => void;
  onHere: () => void;
}) => (
  <div role="alert" className="mb-4 border-2 border-ink p-2">
    <p>
      <b>{of}</b>: changed elsewhere meanwhile. Which is right?
    </p>
    {[
      { label: `there: ${there}`, onTap: onThere },
      { label: `here: ${here}`, onTap: onHere },
    ].map((k) => (
      <button key={k.label} type="button" className="mt-2 min-h-12 w-full border border-rule" onClick={k.onTap}>
        {k.label}
      </button>
    ))}
  </div>
);
