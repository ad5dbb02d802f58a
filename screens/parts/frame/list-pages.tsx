import { PageLink } from "./page-link";

/** Which part of a list that is shown in pages this is. */
export interface ListPart {
  /** How many there are in all, how many come before this part, and how many a part has at most. */
  readonly all: number;
  readonly skipped: number;
  readonly most: number;
}

const LINK = "inline-flex min-h-12 items-center underline underline-offset-4";

interface ListPagesProps extends ListPart {
  readonly path: string;
  readonly shown: number;
  /** What the parts before and after this one are called. */
  readonly before: string;
  readonly after: string;
}

/** The way to the other parts of a long list; nothing where all of it is shown. */
export const ListPages = ({ path, all, skipped, most, shown, before, after }: ListPagesProps) => {
  const goesOn = skipped + shown < all;
  if (skipped === 0 && !goesOn) return null;
  return (
    <p className="flex flex-wrap items-center gap-x-6 px-4 py-3 text-lg">
      <span>{shown > 0 ? `${skipped + 1} to ${skipped + shown} of ${all}` : `${all} in all`}</span>
      {skipped > 0 && (
        <PageLink href={`${path}?after=${Math.max(0, skipped - most)}`} className={LINK}>
          {before}
        </PageLink>
      )}
      {goesOn && (
        <PageLink href={`${path}?after=${skipped + most}`} className={LINK}>
          {after}
        </PageLink>
      )}
    </p>
  );
};
