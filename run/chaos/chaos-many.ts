import { mkdirSync, rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { chance } from "@/devices/random";
import { openRawRecord } from "@/store/raw-record";
import { runAttack } from "../attack";
import { buildIfChanged } from "../build";
import { freePort } from "../free-port";
import { startMany } from "../many/many-servers";
import { logTo } from "../rotated-log";
import { recordHolds } from "./record-holds";
import { allWell, BLOWS, type Blow, strike } from "./strikes";
import { Tablets } from "./tablets";

/**
 * `npm run chaos:many -- 200 [SEED]`: three servers of one record, two web servers and the proxy before them, under twenty
 * tablets that read, turn, photograph, sign, book in and take from a drawer; one after another is killed, frozen, cut off
 * from the others or made slow. At the end each server's own record is looked through. `--only="node killed"`: nothing else.
 */
const told = process.argv.slice(2);
const [blows = 200, seed = Math.floor(Math.random() * 1e6)] = told.filter((word) => !word.startsWith("--")).map(Number);
const ONLY = told.find((word) => word.startsWith("--only="))?.slice("--only=".length);
const FOLDER = resolve(".test-output/chaos-many");
const REPORT = ".test-output/chaos-many.json";

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

const main = async (): Promise<boolean> => {
  console.log(`chaos on several servers: ${blows} blows, seed ${seed}`);
  await buildIfChanged();
  rmSync(FOLDER, { recursive: true, force: true });
  mkdirSync(FOLDER, { recursive: true });
  process.env.TALL_COMPASS_DATA = FOLDER;
  const luck = chance(seed);
  const log = logTo(join(FOLDER, "shop.log"));
  const many = await startMany({
    folder: FOLDER,
    port: await freePort(),
    log,
    say: log,
    logs: FOLDER,
    quiet: true,
  });
  try {
    const before = openRawRecord(many.nodes.nodes[0].url);
    const [signed] = await before.rows(
      "select job_id as id from sheets where withdrawn_at is null order by created_at desc limit 1",
    );
    const [drawer] = await before.rows("select id from stock where kind = 'spoke' limit 1");
    const sheets = new Map(
      (await before.rows("select id, sha2(contents, 256) as sum from sheets")).map((r) => [
        String(r.id),
        String(r.sum),
      ]),
    );
    await before.close();
    const tablets = new Tablets(many.address);
    await tablets.begin(String(signed.id), String(drawer.id));
    await pause(2000);
    const longest = new Map<Blow, number>();
    const asBefore = many.nodes.nodes[0].slowDisk();
    asBefore?.();
    if (!asBefore) console.log("no disk is made slow: this machine, or who works here, cannot");
    const kinds = BLOWS.filter((blow) => (asBefore || blow !== "disk slow") && (ONLY ?? blow) === blow);
    if (kinds.length === 0) throw new Error(`there is no blow “${ONLY}” here; there are ${BLOWS.join(", ")}`);
    for (let n = 0; n < blows; n++) {
      await pause(luck.between(200, 1500));
      // All of them in turn, so that the short form knows each; which server is chance.
      const blow = kinds[n % kinds.length];
      const began = Date.now();
      await strike(many, blow, Math.floor(luck.between(0, 6)));
      if (!(await allWell(many))) throw new Error(`not well again after “${blow}”, the ${n + 1}th blow`);
      await pause(500);
      const silence = Math.max(0, ...tablets.waits.filter((w) => w.at >= began).map((w) => w.ms));
      for (const w of tablets.waits) if (w.at >= began && w.ms > 3000) log(`${blow}: ${w.path} waited ${w.ms} ms`);
      longest.set(blow, Math.max(longest.get(blow) ?? 0, silence));
      if ((n + 1) % 20 === 0) console.log(`${n + 1} blows, ${tablets.waits.length} things confirmed`);
    }
    await tablets.rest();
    const held = await recordHolds(
      many.nodes.nodes.map((node) => node.url),
      tablets,
      sheets,
    );
    console.log(
      `${held.confirmed} confirmed: ${held.lost} lost, ${held.twice} twice, ${held.wrong.length} wrong; ${tablets.confirmed.doubts.length} doubts; longest without an answer: ` +
        [...longest].map(([blow, ms]) => `${blow} ${(ms / 1000).toFixed(1)} s`).join(", "),
    );
    for (const wrong of held.wrong.slice(0, 10)) console.log(wrong);
    return held.lost + held.twice + held.wrong.length === 0 && held.confirmed > blows * 10;
  } finally {
    await many.stop();
  }
};

runAttack(REPORT, seed, main);
