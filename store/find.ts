import type { Knex } from "knex";
import { findWords } from "@/core/shop/find-words";
import type { Found } from "@/core/shop/found";
import { database } from "./database";

/** Whole words that may begin as one typed does and are followed up; whoever types so little types more. */
const MOST_WORDS = 12;

const beginning = (typed: string) => `${typed.replace(/[%_\\]/g, "\\$&")}%`;

/** For each word typed, the words in the shop's records that begin so; the first few. */
const wordsBeginning = (typed: readonly string[]): Promise<string[][]> =>
  Promise.all(
    typed.map(async (w) =>
      (
        await database()("words").select("word").where("word", "like", beginning(w)).orderBy("word").limit(MOST_WORDS)
      ).map((r) => String(r.word)),
    ),
  );

/** A question not yet asked: job_id and newest of the newest jobs in which every word typed begins one. */
const newestWith = (words: readonly string[], whole: readonly string[][], most: number): Knex.QueryBuilder => {
  const db = database();
  // From the word that can mean least, newest job first, the others only looked up there.
  const [lead] = [...words.keys()].sort(
    (a, b) => whole[a].length - whole[b].length || words[b].length - words[a].length,
  );
  const others = [...words.keys()].filter((i) => i !== lead);
  const lists = whole[lead].map((word) => {
    const list = db("find_words as f").select("f.job_id", "f.newest").where("f.word", word);
    for (const i of others) {
      // Looked up job by job, as they come: as "exists" the database first gathers every job the other word is in. A job
      // has a word once, so one word can be joined; of several it may have two, and they are counted.
      if (whole[i].length === 1)
        list.joinRaw(`straight_join find_words as o${i} on o${i}.job_id = f.job_id and o${i}.word = ?`, whole[i]);
      else
        list.whereRaw("(select count(*) from find_words o where o.job_id = f.job_id and o.word like ?) > 0", [
          beginning(words[i]),
        ]);
    }
    return list.orderBy("f.newest", "desc").limit(most);
  });
  // A job may be in more than one of the lists.
  return db
    .from(db.unionAll(lists, true).as("lists"))
    .select("job_id")
    .max({ newest: "newest" })
    .groupBy("job_id")
    .orderBy("newest", "desc")
    .limit(most);
};

/** One box for customer, machine, mark, spoke length (`168mm`), note: marks that begin so first, then by words, newest first. */
export const find = async (typed: string, most = 20): Promise<Found[]> => {
  const text = typed.trim().slice(0, 100);
  if (text === "") return [];
  const columns = [
    "jobs.id as jobId",
    "wheels.id as wheelId",
    "wheels.mark",
    "wheels.machine",
    "customers.name as customer",
    "jobs.finished_at",
    "jobs.put_away_at",
  ];
  const base = () =>
    database()("jobs")
      .join("wheels", "wheels.id", "jobs.wheel_id")
      .join("customers", "customers.id", "wheels.customer_id")
      .select(columns);
  const byMark = await base().where("wheels.mark", "like", beginning(text)).orderBy("wheels.mark").limit(most);
  const words = byMark.length < most ? findWords(text) : [];
  const whole = await wordsBeginning(words);
  const byWords =
    words.length > 0 && whole.every((list) => list.length > 0)
      ? await base()
          .join(newestWith(words, whole, most).as("hit"), "hit.job_id", "jobs.id")
          .orderBy("hit.newest", "desc")
      : [];
  const seen = new Set<string>();
  return [...byMark, ...byWords]
    .filter((r) => !seen.has(r.jobId) && seen.add(r.jobId))
    .slice(0, most)
    .map((r) => ({
      jobId: r.jobId,
      wheelId: r.wheelId,
      mark: r.mark,
      machine: r.machine,
      customer: r.customer,
      finished: r.finished_at !== null,
      putAway: r.put_away_at !== null,
    }));
};
