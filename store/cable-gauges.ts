import type { CableGauge } from "@/core/runout/cable-gauge";
import type { GaugeLine } from "@/core/runout/gauge-line";
import { notThere } from "@/core/wheel/bad-input";
import { database } from "./database";
import { json } from "./json-column";

export const listCableGauges = async (): Promise<CableGauge[]> =>
  (await database()("cable_gauges").orderBy(["name", "id"])).map(({ id, name, port, way, line, dial }) => ({
    ...{ id, name, port, way, dial },
    line: json<GaugeLine>(line),
  }));

/** A new one, or the same set up otherwise. */
export const saveCableGauge = async (gauge: CableGauge): Promise<void> => {
  await database()("cable_gauges")
    .insert({ ...gauge, line: JSON.stringify(gauge.line) })
    .onConflict("id")
    .merge(["name", "port", "way", "line", "dial"]);
};

/** @throws BadInput when there is none */
export const dropCableGauge = async (id: string): Promise<void> => {
  if ((await database()("cable_gauges").where({ id }).delete()) === 0) throw notThere("gauge", "id");
};
