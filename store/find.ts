import { findWords } from "@/core/shop/find-words";
import type { Found } from "@/core/shop/found";
import { database } from "./database";

/** Whole words that may begin as one typed does and are followed up; whoever types so little types more. */
const MOST_WORDS = 12;

const beginning = (typed: string) => `${typed.replace(/[%_\\]/g, "\\$&")}%`;

/** Ids of the newest jobs in which every word typed begins one, newest first. */
const newestWith = async (words: readonly string[], most: number): Promise<string[]> => {
  const db = database();
  const whole = await Promise.all(
    words.map(async (w) =>
      (await db("words").select("word").where("word", "like", beginning(w)).orderBy("word").limit(MOST_WORDS)).map(
        (r) => String(r.word),
      ),
    ),
  );
  if (words.length === 0 || whole.some((list) => list.length === 0)) return [];
  // From the word that can mean least, newest job first, the others only looked up there.
  const [lead] = [...words.keys()].sort(
    (a, b) => whole[a].length - whole[b].length || words[b].length - words[a].length,
  );
  const others = words.filter((_, i) => i !== lead);
  const lists = await db.unionAll(
    whole[lead].map((word) => {
      const list = db("find_words as f").select("f.job_id", "f.newest").where("f.word", word);
      // Counted job by job, as they come: as "exists" the database first gathers every job the other word is in.
      for (const w of others)
        list.whereRaw("(select count(*) from find_words o where o.job_id = f.job_id and o.word like ?) > 0", [
          beginning(w),
        ]);
      return list.orderBy("f.newest", "desc").limit(most);
    }),
    true,
  );
  return [
    ...new Set(
      [...(lists as { job_id: string; newest: number }[])].sort((a, b) => b.newest - a.newest).map((r) => r.job_id),
    ),
  ].slice(0, most);
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
  ];
  const base = () =>
    database()("jobs")
      .join("wheels", "wheels.id", "jobs.wheel_id")
      .join("customers", "customers.id", "wheels.customer_id")
      .select(columns);
  const byMark = await base().where("wheels.mark", "like", beginning(text)).orderBy("wheels.mark").limit(most);
  const ids = byMark.length < most ? await newestWith(findWords(text), most) : [];
  const rows = new Map((ids.length > 0 ? await base().whereIn("jobs.id", ids) : []).map((r) => [r.jobId, r]));
  const byWords = ids.flatMap((id) => rows.get(id) ?? []);
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
    }));
};
