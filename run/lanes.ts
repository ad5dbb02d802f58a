/** A server of the application and what it works in: whatever runs at a time has one of its own. */
interface Lane {
  readonly address: string;
  readonly folder: string;
}

const TOLD = "BROWSER_TEST_LANES";

/** What the tests are told of the lanes they run in. */
export const lanesTold = (lanes: readonly Lane[]): Readonly<Record<string, string>> => ({
  [TOLD]: JSON.stringify(lanes.map(({ address, folder }) => ({ address, folder }))),
});

/** In the process of one lane: what it looks at is its own server. Without lanes it is what the environment names. */
export const takeLane = (): void => {
  const lanes = JSON.parse(process.env[TOLD] ?? "[]") as Lane[];
  const own = lanes[Number(process.env.TEST_PARALLEL_INDEX ?? 0)];
  if (!own) return;
  process.env.TALL_COMPASS_URL = own.address;
  process.env.TALL_COMPASS_DATA = own.folder;
};
