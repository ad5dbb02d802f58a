import { BadInput } from "@/core/wheel/bad-input";

/**
 * What the database itself would not take because of what was sent: a thing that is not there, text too long, a number
 * too large. Sent again it would be refused again, so it must not be told as a failure to try once more.
 *
 * @returns null when the trouble is the database's own
 */
export const refusedByDatabase = (error: unknown): BadInput | null => {
  if (!(error instanceof Error) || !("errno" in error)) return null;
  const named = (pattern: RegExp) => error.message.match(pattern)?.[1] ?? "";
  switch (error.errno) {
    case 1452:
      return noSuch(named(/FOREIGN KEY \(`(\w+?)(?:_id)?`\)/));
    case 1406: {
      const column = named(/column '(\w+)'/);
      // Nothing has so long an id.
      if (column.endsWith("_id")) return noSuch(column.slice(0, -"_id".length));
      return new BadInput(column, "is too long; nothing was stored", { code: "too-large", given: null, most: null });
    }
    case 1264:
      return new BadInput(named(/column '(\w+)'/), "is out of range; nothing was stored", {
        code: "too-large",
        given: null,
        most: null,
      });
    case 1048:
      return new BadInput(named(/[Cc]olumn '(\w+)'/), "is missing; nothing was stored", { code: "missing" });
    case 1265:
    case 1292:
      return new BadInput(named(/column '(\w+)'|column .*?`(\w+)` at/), "is not of its kind; nothing was stored", {
        code: "unreadable",
      });
    case 1366:
      return new BadInput(
        named(/column .*?`(\w+)` at row/),
        "holds letters that cannot be stored; nothing was stored",
        { code: "unreadable" },
      );
    default:
      return null;
  }
};

const noSuch = (what: string): BadInput =>
  new BadInput(what, `there is no such ${what || "thing"}; nothing was stored`, { code: "not-there" });
