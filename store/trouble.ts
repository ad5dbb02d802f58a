import { wasAnotherHand } from "./in-transaction";

/** What keeps the record from answering, where it is not what it was asked. */
export type Trouble = "away" | "busy" | "full";

/** Of connections, by the driver or the machine. */
const AWAY = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "EPIPE",
  "ETIMEDOUT",
  "PROTOCOL_CONNECTION_LOST",
  "PROTOCOL_SEQUENCE_TIMEOUT",
  "ER_SERVER_SHUTDOWN",
  "ER_CON_COUNT_ERROR",
  "ER_NORMAL_SHUTDOWN",
  "ER_QUERY_INTERRUPTED",
  "ER_CONNECTION_KILLED",
  // A server that is cut off from the others of its record.
  "ER_UNKNOWN_COM_ERROR",
]);
/** Of the database: disk full, table full, a file that could not be written, read-only because of it. */
const FULL = new Set([1021, 1114, 1026, 1290, 1836]);

/**
 * Whether the record could not take or tell something now, whatever it was; the same will do in a while.
 *
 * @returns null where the fault is another: asked again it would be no better
 */
export const troubleOf = (error: unknown): Trouble | null => {
  if (!(error instanceof Error)) return null;
  const { code = "", errno = 0, fatal = false } = error as { code?: string; errno?: number; fatal?: boolean };
  if (code === "ENOSPC" || FULL.has(errno) || /No space left|errno: 28\b|error 28\b/.test(error.message)) return "full";
  if (wasAnotherHand(error)) return "busy";
  // The pool had no connection to give in time.
  if (
    AWAY.has(code) ||
    fatal ||
    error.name === "KnexTimeoutError" ||
    /closed state|Connection lost/.test(error.message)
  )
    return "away";
  return null;
};

/** What is said of trouble that is not of what was sent. */
const SAID: Readonly<Record<Trouble | "fault", { readonly status: number; readonly message: string }>> = {
  away: { status: 503, message: "The record could not be reached; nothing was lost here. Try again in a moment." },
  busy: {
    status: 503,
    message: "The record was being written to by others all the while; nothing was changed. Try again in a moment.",
  },
  full: {
    status: 507,
    message:
      "The disk is full: nothing more can be stored until there is room. Nothing stored is lost; what was entered is kept where it was entered.",
  },
  fault: {
    status: 500,
    message: "Something went wrong here, and nothing was stored. What it was stands in the log.",
  },
};

/** What whoever asked is told of an error that is not theirs. */
export const saidOf = (error: unknown): { readonly status: number; readonly message: string } =>
  SAID[troubleOf(error) ?? "fault"];

/** Letters of an error that say what it was; with it the database repeats what it was asked, pictures and all. */
const SAYS = 400;

/** An error as the log has it: what it was and where, none of what was sent. */
export const forLog = (error: unknown): string => {
  if (!(error instanceof Error)) return String(error).slice(0, SAYS);
  const { code = "" } = error as { code?: string };
  // What it was stands at the end, behind what was asked.
  const said = error.message.length > SAYS ? `… ${error.message.slice(-SAYS)}` : error.message;
  const where = (error.stack ?? "")
    .split("\n")
    .filter((line) => /^\s+at /.test(line) && !line.includes("node_modules"));
  return [`${error.name}${code ? ` ${code}` : ""}: ${said}`, ...where.slice(0, 6)].join("\n");
};
