import { type APIRequestContext, test as plain } from "@playwright/test";

/** ms a record that is busy is asked again. */
const PATIENCE = 120_000;

/**
 * Asks as the pages and every command do: a record that says it cannot answer just now (503: a machine with ten times as
 * much to do) is asked again. What is sent carries its own id, so that it comes in once.
 */
const patient = (request: APIRequestContext): APIRequestContext => {
  const once = request.fetch.bind(request);
  request.fetch = async (...asked) => {
    for (const until = Date.now() + PATIENCE; ; ) {
      const answer = await once(...asked);
      if (answer.status() !== 503 || Date.now() > until) return answer;
      await new Promise((done) => setTimeout(done, 500));
    }
  };
  return request;
};

export const test = plain.extend({
  context: async ({ context }, use) => {
    patient(context.request);
    await use(context);
  },
  request: async ({ request }, use) => {
    await use(patient(request));
  },
});
