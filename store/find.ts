import type { Found } from "@/core/shop/found";
import { database } from "./database";

/** Words as a full-text search takes them: each must begin something; signs it would read as orders are left out. */
const booleanWords = (typed: string): string =>
  typed
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((w) => w.length > 2)
    .map((w) => `+${w}*`)
    .join(" ");

/** One box for customer, machine, mark, spoke length (`168mm`), note: marks that begin so first, then by words. */
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
      .select(columns)
      .limit(most);
  const words = booleanWords(text);
  const [byMark, byWords] = await Promise.all([
    base().where("wheels.mark", "like", `${text.replace(/[%_\\]/g, "\\$&")}%`),
    words === "" ? [] : base().whereRaw("match(jobs.find_text) against (? in boolean mode)", [words]),
  ]);
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
