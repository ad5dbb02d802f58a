/** Every table a job's record lies in, parents first; how its rows are found. */
export const TABLES = [
  { name: "customers", by: "customer" },
  { name: "wheels", by: "wheel" },
  { name: "jobs", by: "id" },
  // What a gauge's reading comes to is in its table: without it the tensions would be gone.
  { name: "gauge_tables", by: "table" },
  { name: "measurements", by: "job" },
  { name: "acts", by: "job" },
  { name: "builds", by: "job-alone" },
  { name: "rounds", by: "job-alone" },
  { name: "readings", by: "round" },
  { name: "turns", by: "round" },
  { name: "sheets", by: "job-alone" },
  { name: "orders", by: "job" },
  { name: "goods", by: "order" },
  { name: "photos", by: "job" },
  { name: "practice_wheels", by: "practice" },
  { name: "practice_plans", by: "job-alone" },
] as const;
export type ArchiveTable = (typeof TABLES)[number]["name"];
/** Archives of before these went with a job have none of them. */
export const LATER = ["gauge_tables", "practice_wheels", "practice_plans"] as const satisfies readonly ArchiveTable[];
/** What a row is known by. */
export const keyOf = (name: ArchiveTable): "id" | "job_id" | "round_id" =>
  name === "builds" || name === "practice_wheels" ? "job_id" : name === "practice_plans" ? "round_id" : "id";
