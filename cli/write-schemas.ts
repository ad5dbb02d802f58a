import { mkdirSync, writeFileSync } from "node:fs";
import { z } from "zod";
import { noteSchema } from "@/core/tension/note-input";
import { adviseSchema } from "@/core/truing/advise-input";
import { wheelSchema } from "@/core/wheel/wheel-file";
import { runoutSchema } from "./commands";

/** JSON Schema of every document the command reads, made from the one source. */
export const schemas = () => {
  const wheel = z.toJSONSchema(wheelSchema, { io: "input" });
  return {
    wheel,
    advise: z.toJSONSchema(adviseSchema.extend({ wheel: wheelSchema }), { io: "input" }),
    runout: z.toJSONSchema(runoutSchema, { io: "input" }),
    tension: z.toJSONSchema(noteSchema, { io: "input" }),
  };
};

if (process.argv[1]?.endsWith("write-schemas.ts")) {
  mkdirSync("docs/formats", { recursive: true });
  for (const [name, schema] of Object.entries(schemas()))
    writeFileSync(`docs/formats/${name}.schema.json`, `${JSON.stringify(schema, null, 2)}\n`);
}
