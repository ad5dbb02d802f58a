import { rmSync } from "node:fs";
import type { Knex } from "knex";
import { afterAll, beforeAll } from "vitest";
import { askedOf, openDatabase, switchDatabase } from "@/store/database";
import { migrate } from "@/store/migrate";
import { RecordNodes } from "./record-nodes";

/** Three real servers with one record, for this file's tests alone. */
export interface TestedNodes {
  readonly all: RecordNodes;
  /** Does something at one of them. */
  readonly at: <T>(node: number, work: () => Promise<T>) => Promise<T>;
  readonly db: (node: number) => Knex;
}

export const ownNodes = (folder: string): TestedNodes => {
  let all: RecordNodes | null = null;
  let dbs: Knex[] = [];
  beforeAll(async () => {
    rmSync(folder, { recursive: true, force: true });
    all = await RecordNodes.open(folder);
    process.env.DATABASE_URL = all.urlFrom();
    dbs = all.nodes.map((node) => openDatabase(node.url));
    switchDatabase(dbs[0]);
    await migrate(dbs[0]);
  }, 600_000);
  afterAll(async () => {
    for (const db of dbs) await db.destroy();
    await all?.stop();
  });
  return {
    get all() {
      if (!all) throw new Error("no server of the record runs");
      return all;
    },
    at: (node, work) => askedOf(dbs[node], work),
    db: (node) => dbs[node],
  };
};
