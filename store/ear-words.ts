import type { BesideWords } from "@/core/beside/words";
import { database } from "./database";
import { json } from "./json-column";

/** h after which what was said is nobody's any more. */
const KEPT_HOURS = 12;

/** Says something to the other device. */
export const sayBeside = async (channel: string, words: BesideWords): Promise<void> => {
  const db = database();
  await db("ear_words").insert({ channel, from: words.from, words: JSON.stringify(words) });
  // Where the walk stood before is of no use to anybody; and what was forgotten goes some day.
  await db("ear_words")
    .where("created_at", "<", db.raw("now(3) - interval ? hour", [KEPT_HOURS]))
    .delete();
};

const after = async (channel: string, from: BesideWords["from"], order: number) =>
  (
    await database()("ear_words")
      .where({ channel, from })
      .andWhere("order", ">", order)
      .orderBy("order")
      .limit(50)
      .select("order", "words")
  ).map((row) => ({ order: Number(row.order), words: json<BesideWords>(row.words) }));

const newest = async (channel: string, from: BesideWords["from"]): Promise<number> => {
  const row = await database()("ear_words").where({ channel, from }).max({ order: "order" }).first();
  return Number(row?.order ?? 0);
};

/** ms between two looks. */
const LOOK_EVERY = 120;

/**
 * Hears what the other device says from now on; where the walk stands is told at once.
 *
 * @returns ends it
 */
export const hearBeside = (
  channel: string,
  from: BesideWords["from"],
  hear: (words: BesideWords) => void,
  alive: () => void,
): (() => void) => {
  let ended = false;
  const go = async () => {
    let order: number | null = null;
    while (!ended) {
      try {
        // What was heard before anybody listened is no reading of this walk; where the walk stands is.
        order ??= (await newest(channel, from)) - (from === "walk" ? 1 : 0);
        for (const said of await after(channel, from, order)) {
          order = said.order;
          if (!ended) hear(said.words);
        }
        if (!ended) alive();
      } catch {
        // The record is away: whoever listens notices the silence.
      }
      await new Promise((r) => setTimeout(r, LOOK_EVERY));
    }
  };
  void go();
  return () => {
    ended = true;
  };
};
