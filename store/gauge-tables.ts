import type { GaugePoint, GaugeTable } from "@/core/tension/gauge-table";
import { database } from "./database";
import { inTransaction } from "./in-transaction";
import { json } from "./json-column";
import { StaleCopy } from "./stale-copy";

export interface StoredGaugeTable extends GaugeTable {
  readonly version: number;
}

export const listGaugeTables = async (): Promise<StoredGaugeTable[]> =>
  (await database()("gauge_tables").orderBy(["gauge", "spoke"])).map((r) => ({
    id: r.id,
    gauge: r.gauge,
    spoke: r.spoke,
    points: json<GaugePoint[]>(r.points),
    version: r.version,
  }));

/**
 * A new table (version 0), or one changed.
 *
 * @throws StaleCopy when somebody else changed it meanwhile
 */
export const saveGaugeTable = async (table: StoredGaugeTable): Promise<StoredGaugeTable> => {
  const row = { gauge: table.gauge, spoke: table.spoke, points: JSON.stringify(table.points) };
  if (table.version === 0)
    await inTransaction((trx) =>
      trx("gauge_tables")
        .insert({ id: table.id, ...row })
        .onConflict("id")
        .merge(["id"]),
    );
  else {
    const changed = await inTransaction((trx) =>
      trx("gauge_tables")
        .where({ id: table.id, version: table.version })
        .update({ ...row, version: table.version + 1 }),
    );
    if (changed === 0)
      throw new StaleCopy(
        (await listGaugeTables()).find((t) => t.id === table.id),
        table,
      );
  }
  return (await listGaugeTables()).find((t) => t.id === table.id) as StoredGaugeTable;
};
