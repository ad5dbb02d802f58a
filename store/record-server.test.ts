import { createServer, type Server, type Socket } from "node:net";
import { afterAll, beforeAll, expect, test } from "vitest";
import { AskedServer } from "./record-server";

// A server that takes who comes and says nothing, as one does that has too much to do, or that is frozen.

const lines: Socket[] = [];
const servers: Server[] = [];
const silent = (): Promise<string> =>
  new Promise((done) => {
    const server = createServer((line) => lines.push(line));
    servers.push(server);
    server.listen(0, "127.0.0.1", () => done(`mysql://a:b@127.0.0.1:${(server.address() as { port: number }).port}/c`));
  });
let both: readonly [string, string];
beforeAll(async () => {
  both = [await silent(), await silent()];
});
afterAll(() => {
  for (const line of lines) line.destroy();
  for (const server of servers) server.close();
});

test("one that is late at a look but answers whoever asks it is not away; what another answered says nothing of it", async () => {
  const busy = new AskedServer(both);
  const looked = busy.look();
  busy.heard(both[0]);
  // Answered after the look began.
  setTimeout(() => busy.heard(both[0]), 50);
  await looked;
  expect(await busy.seen()).toBe("ready");
  busy.end();
  const frozen = new AskedServer(both);
  // Before the look, and by another meanwhile.
  frozen.heard(both[0]);
  await new Promise((r) => setTimeout(r, 20));
  const again = frozen.look();
  setTimeout(() => frozen.heard(both[1]), 50);
  await again;
  expect(await frozen.seen()).toBe("away");
  frozen.end();
});
