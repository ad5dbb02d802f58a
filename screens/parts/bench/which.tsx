/** A question near the hand: what is asked of what, and the answers; a person chooses. */
export const Which = ({
  of,
  asked = "changed elsewhere meanwhile. Which is right?",
  answers,
}: {
  of: string;
  asked?: string;
  answers: readonly { readonly label: string; readonly onTap: () => void }[];
}) => (
  <div role="alert" className="flex shrink-0 flex-wrap items-stretch border-t-2 border-ink bg-paper">
    <p className="flex flex-2 items-center px-4 py-1 leading-tight portrait:basis-full">
      <span>
        <b>{of}</b>: {asked}
      </span>
    </p>
    {answers.map(({ label, onTap }) => (
      <button
        key={label}
        type="button"
        className="min-h-12 flex-1 border-l border-rule px-3 text-xl portrait:border-t"
        onClick={onTap}
      >
        {label}
      </button>
    ))}
  </div>
);
