import { spawnSync } from "node:child_process";
import { mkdirSync, readFileSync, rmSync } from "node:fs";
import { join, resolve } from "node:path";
import { chance } from "@/devices/random";
import { runAttack } from "../attack";
import { buildIfChanged } from "../build";
import { countJob, findAgain } from "./found";
import { Hands } from "./hands";
import { ShopUnderAttack, VICTIMS } from "./shop-under-attack";

/**
 * `npm run chaos -- 200 [SEED] [--live]`: first starts, upgrades and restores are cut off. Then a shop of its own is started,
 * five hands enter readings, pictures and whole jobs without a pause, and its database, its web server, the program that
 * started them or all at once are killed again and again. At the end the record itself is looked through: nothing confirmed
 * is lost, nothing stands twice or by half.
 */
const told = process.argv.slice(2);
const [all = 200, seed = Math.floor(Math.random() * 1e6)] = told.filter((t) => !t.startsWith("--")).map(Number);
/** The tests of the program cut those off that are no running shop: they are left out here. */
const live = told.includes("--live");

/** Of all kills so many cut a first start, an upgrade or a restore off (cut-off.test.ts): 7 for every 4 told to it. */
const CUTS = live ? 0 : Math.round(all / 5);
const kills = all - Math.ceil((CUTS * 7) / 4);

const FOLDER = resolve(".test-output/chaos");
const REPORT = ".test-output/chaos.json";

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
const urlOf = (folder: string) => readFileSync(join(folder, "url"), "utf8").trim();

/** A job with something of each in it, to be taken in again and again. */
const wholeJob = async (address: string, hands: Hands): Promise<{ archive: Uint8Array; id: string }> => {
  const { job } = await hands.job();
  const put = (path: string, body: unknown) =>
    fetch(`${address}${path}`, {
      method: "POST",
      body: JSON.stringify(body),
      headers: { "content-type": "application/json" },
    });
  const round = crypto.randomUUID();
  await put(`/api/jobs/${job}/rounds`, { id: round });
  for (let spoke = 1; spoke <= 12; spoke++) {
    await put(`/api/rounds/${round}/readings`, {
      id: crypto.randomUUID(),
      what: "radial",
      spoke,
      value: 0.1,
      typed: "x",
    });
    await put(`/api/rounds/${round}/turns`, { id: crypto.randomUUID(), spoke, turns: 0.25 });
  }
  for (const [name, typed] of Object.entries({ "rim.holes": "36", "rim.height": "30", "hub.width": "140" }))
    await put(`/api/jobs/${job}/measurements`, { id: crypto.randomUUID(), name, typed });
  const answer = await fetch(`${address}/api/jobs/${job}/archive`);
  return { archive: new Uint8Array(await answer.arrayBuffer()), id: job };
};

const main = async (): Promise<boolean> => {
  if (CUTS > 0) {
    console.log(`chaos: ${all - kills} first starts, upgrades and restores cut off`);
    const cut = spawnSync("node_modules/.bin/vitest", ["run", "run/cut-off.test.ts"], {
      stdio: "inherit",
      env: { ...process.env, CUTS: String(CUTS) },
    });
    if (cut.status !== 0) return false;
  }
  console.log(`chaos: ${kills} kills of a running shop, seed ${seed}`);
  await buildIfChanged();
  rmSync(FOLDER, { recursive: true, force: true });
  mkdirSync(FOLDER, { recursive: true });
  const luck = chance(seed);
  const shop = await ShopUnderAttack.open(FOLDER);
  const hands = new Hands(shop.address);
  const { archive, id } = await wholeJob(shop.address, hands);
  const whole = await countJob(urlOf(FOLDER), id);
  await hands.begin(archive);
  for (let kill = 0; kill < kills; kill++) {
    await pause(luck.between(20, 900));
    const victim = VICTIMS[Math.floor(luck.between(0, VICTIMS.length))];
    await shop.strike(victim);
    if ((kill + 1) % 20 === 0) console.log(`${kill + 1} kills, ${hands.done.confirmed.size} readings confirmed`);
  }
  await hands.rest();
  const found = await findAgain(urlOf(FOLDER), hands.done, whole);
  const left = await shop.end();
  const slow = Math.max(...shop.away);
  console.log(
    `${found.confirmed} confirmed (${hands.done.photos.length} pictures, ${hands.done.jobs.length} jobs among them): ${found.lost} lost, ${found.twice} twice, ${found.wrong.length} wrong; ` +
      `answers again after at most ${(slow / 1000).toFixed(1)} s, slowest answer ${(hands.done.slowest / 1000).toFixed(1)} s`,
  );
  for (const wrong of found.wrong.slice(0, 10)) console.log(wrong);
  if (left.length > 0) console.log(`left running: ${left.join("; ")}`);
  return found.lost + found.twice + found.wrong.length + left.length === 0 && found.confirmed > kills;
};

runAttack(REPORT, seed, main);
