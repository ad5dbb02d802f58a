import { askedServer } from "./database";
import { environment } from "./environment";
import { doesAnswer, type ServerState, stateOf } from "./record-server";

/** How this web server is. `alive` always, for it answers. */
export interface Health {
  readonly alive: true;
  /** Whether it can read and write the record now. */
  readonly ready: boolean;
  readonly record: ServerState;
}

const asked = async (): Promise<ServerState> => {
  const known = askedServer();
  if (!known) return stateOf(environment().DATABASE_URL ?? "");
  // What it saw at its last look: asked through what everybody asks through, it would wait with everybody.
  return known.seen();
};

/** For what sends requests to one of several web servers: one whose record is away, or cut off from the others, gets none. */
export const health = async (): Promise<Health> => {
  const record = await asked();
  return { alive: true, ready: doesAnswer(record), record };
};
