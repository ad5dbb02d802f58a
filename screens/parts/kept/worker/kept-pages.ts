import { STAGES, type Stage } from "@/core/wheel/stages";

/** Begins the names of all caches of pages and of what they ask for; each build has its own, for its parts are its own. */
export const KEPT_PAGES = "kept-pages-";
/** Pictures are the same for every build. */
export const KEPT_PHOTOS = "kept-photos";
/** With a page that was kept in advance: how many changes its job had had. */
export const CHANGES_HEADER = "x-kept-changes";

/** With everything kept: when, by this device's clock, ms since 1970. */
export const KEPT_AT_HEADER = "x-kept-at";

/** Pages that only make sense with the record at hand. */
const NOT_KEPT = [/^\/sign-in$/, /^\/settings\/people$/, /^\/w\//, /^\/beside\//, /^\/api\//, /\.[a-z]+$/];

export const isKeptPage = (path: string): boolean => NOT_KEPT.every((not) => !not.test(path));

/** What a page asks for that it can be shown again with; whether something changed is asked of the record alone. */
const ANSWERS = [/^\/api\/jobs\/[^/]+\/stages\/[^/]+$/, /^\/api\/jobs\/[^/]+\/proposed-day$/, /^\/api\/known$/];

export const isKeptAnswer = (path: string): boolean => ANSWERS.some((kept) => kept.test(path));

/** What a page is kept under: a job's page is the same however one came to it. */
export const keptUnder = ({ pathname, search }: URL): string =>
  pathname.startsWith("/jobs/") ? pathname : `${pathname}${search}`;

/** A page to be kept before anybody opens it. */
export interface InAdvance {
  readonly path: string;
  /** How many changes its job has had: kept at as many it need not be fetched again. Null for no job's. */
  readonly changes: number | null;
}

/** All places of a job. */
export const pagesOfJob = (
  id: string,
  changes: number,
  stages: readonly { readonly stage: Stage }[] = STAGES.map((stage) => ({ stage })),
): InAdvance[] => stages.map(({ stage }) => ({ path: `/jobs/${id}/${stage}`, changes }));

/** What a page asks of the worker. */
export type Asked =
  | { readonly ask: "keep"; readonly pages: readonly InAdvance[] }
  /** Of a newer version that waits: to take over, where no other page of the older one is open. */
  | { readonly ask: "take-over" };

/** What background sending is called. */
export const SEND_LATER = "tall-compass-letters";
