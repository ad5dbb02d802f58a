import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { z } from "zod";
import { ANSWERED, DOCUMENTS } from "@/cli/documents";
import { archiveDocument } from "@/store/archive-document";

/** Where each document of the examples lies; they are run by a test. */
const EXAMPLES: Readonly<Record<keyof typeof DOCUMENTS, string>> = {
  wheel: "full-width-40.wheel.json",
  advise: "round-2.advise.json",
  runout: "bare-rim.runout.json",
  tension: "note.tension.json",
};
/** What each command answers to it. */
const ANSWERED_EXAMPLES: Readonly<Record<keyof typeof ANSWERED, string>> = {
  spokes: "answers/full-width-40.spokes.json",
  lace: "answers/full-width-40.lace.json",
  runout: "answers/bare-rim.runout.json",
  advise: "answers/round-2.advise.json",
  tension: "answers/note.tension.json",
  refused: "refused.json",
};
const example = (name: string): unknown => JSON.parse(readFileSync(`examples/${name}`, "utf8"));
const idOf = (name: string) => `urn:tall-compass:schema:${name}:1`;

/** JSON Schema of every document that is read and answered, made from the one source, with an example of each. */
export const schemas = (): Readonly<Record<string, object>> => {
  const read = Object.entries(DOCUMENTS).map(([name, schema]) => [
    name,
    {
      $id: idOf(name),
      ...z.toJSONSchema(schema, { io: "input" }),
      examples: [example(EXAMPLES[name as keyof typeof DOCUMENTS])],
    },
  ]);
  const answered = Object.entries(ANSWERED).map(([name, schema]) => [
    `${name}.answer`,
    // Fields may be added to an answer.
    {
      $id: idOf(`${name}.answer`),
      ...z.toJSONSchema(schema, { io: "input" }),
      examples: [example(ANSWERED_EXAMPLES[name as keyof typeof ANSWERED])],
    },
  ]);
  const archive = {
    $id: idOf("archive"),
    ...z.toJSONSchema(archiveDocument, { io: "output", unrepresentable: "any" }),
    examples: [example("small-job.json")],
  };
  return Object.fromEntries([...read, ...answered, ["archive", archive]]);
};

if (process.argv[1]?.endsWith("write-schemas.ts")) {
  mkdirSync("docs/formats", { recursive: true });
  for (const [name, schema] of Object.entries(schemas()))
    writeFileSync(`docs/formats/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`);
}
