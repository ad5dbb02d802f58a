/** The needle that stands before what a page is called. */
export const CompassMark = () => (
  <svg width="34" height="34" viewBox="0 0 34 34" aria-hidden="true" className="shrink-0">
    <circle cx="17" cy="17" r="15" fill="none" stroke="currentColor" strokeWidth="2" />
    <path d="M17 3 21 17 17 31 13 17Z" fill="none" stroke="currentColor" strokeWidth="2" />
    <circle cx="17" cy="17" r="2.5" fill="currentColor" />
  </svg>
);
