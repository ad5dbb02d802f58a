/** A part of what is tried by chance is enough to see that nothing broke; `TRIES=all npx vitest run` tries all of it. */
const SHORT = 3;

/** How often something is tried that would be tried so often in all. */
export const tries = (all: number): number => (process.env.TRIES === "all" ? all : Math.ceil(all / SHORT));
