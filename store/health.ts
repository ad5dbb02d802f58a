import { askedServer, database } from "./database";
import { environment } from "./environment";
import { type ServerState, stateOf } from "./record-server";

/** ms a record has to say that it is there, to whoever asks whether requests may be sent here. */
const PATIENCE = 1500;

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
  known.watch();
  const late = new Promise<"away">((tell) => {
    setTimeout(() => tell("away"), PATIENCE).unref();
  });
  return Promise.race([
    database()
      .raw("select 1")
      .then(
        () => known.state,
        () => "away" as const,
      ),
    late,
  ]);
};

/** For what sends requests to one of several web servers: one whose record is away, or cut off from the others, gets none. */
export const health = async (): Promise<Health> => {
  const record = await asked();
  return { alive: true, ready: record === "ready", record };
};
