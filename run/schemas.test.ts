import { readFileSync } from "node:fs";
import Ajv2020, { type ValidateFunction } from "ajv/dist/2020";
import fc from "fast-check";
import { expect, test } from "vitest";
import { commands } from "@/cli/commands";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { BadInput } from "@/core/wheel/bad-input";
import { schemas } from "./write-schemas";

// The published schemas: those of the code, and enough for another program to write and read by (ajv, draft 2020-12).

const all = schemas();
const ajv = new Ajv2020({ strict: true, allErrors: true, allowUnionTypes: true, formats: { uuid: true } });
const check: Readonly<Record<string, ValidateFunction>> = Object.fromEntries(
  Object.entries(all).map(([name, schema]) => [name, ajv.compile(JSON.parse(JSON.stringify(schema)))]),
);
const read = (name: string) => JSON.parse(readFileSync(`examples/${name}`, "utf8"));

test("they are those of the code, each with its id, a title and an example", () => {
  for (const [name, schema] of Object.entries(all)) {
    expect(JSON.parse(readFileSync(`docs/formats/${name}.schema.json`, "utf8")), `npm run schemas: ${name}`).toEqual(
      JSON.parse(JSON.stringify(schema)),
    );
    expect(schema).toMatchObject({ $id: `urn:tall-compass:schema:${name}:1`, description: expect.any(String) });
  }
  for (const name of Object.keys(all)) {
    const [example] = (all[name] as { examples: unknown[] }).examples;
    expect(check[name](example), JSON.stringify(check[name].errors)).toBe(true);
  }
});

const UNIT = /\b(mm|N|Hz|degrees|turns?|fraction|number|pixels|σ)\b|Turns|N\/mm²|N·mm²|kg\/m³|divisions/;
type Node = Readonly<Record<string, unknown>>;
/** Every property, and every thing in a list, wherever it stands. */
const walk = (node: Node, path: string, visit: (node: Node, path: string) => void): void => {
  for (const [key, child] of Object.entries((node.properties ?? {}) as Record<string, Node>)) {
    visit(child, `${path}.${key}`);
    walk(child, `${path}.${key}`, visit);
  }
  for (const way of ["anyOf", "oneOf", "allOf", "prefixItems"] as const)
    for (const child of (node[way] as Node[] | undefined) ?? []) walk(child, path, visit);
  if (node.items) walk(node.items as Node, `${path}[]`, visit);
};
const saidOf = (node: Node): unknown =>
  node.description ??
  [...((node.anyOf ?? []) as Node[]), ...((node.allOf ?? []) as Node[])].find((n) => n.description)?.description;
const isNumeric = (node: Node): boolean =>
  ["number", "integer"].includes(String(node.type)) ||
  ((node.anyOf as Node[] | undefined)?.some((n) => ["number", "integer"].includes(String(n.type))) ?? false);

test("every property says what it is, every figure in what unit", () => {
  let [properties, figures] = [0, 0];
  const unsaid: string[] = [];
  for (const [name, schema] of Object.entries(all)) {
    // Of an archive's rows the columns are told; what JSON columns hold within is the record's own.
    const rows = name === "archive";
    walk(schema as Node, name, (node, path) => {
      if (rows && path.replaceAll("[]", "").split(".").length > 4) return;
      properties++;
      if (typeof saidOf(node) !== "string") unsaid.push(path);
      if (!isNumeric(node)) return;
      figures++;
      if (!UNIT.test(String(saidOf(node)))) unsaid.push(`${path}: ${saidOf(node)}`);
    });
  }
  expect(unsaid).toEqual([]);
  expect(properties).toBeGreaterThan(300);
  expect(figures).toBeGreaterThan(80);
});

test("what the schema allows the command takes, what the command refuses for one field alone the schema refuses too", () => {
  const good = trialWheel("steel") as unknown as Record<string, Record<string, unknown>>;
  const junk = fc.constantFrom(null, -1, 0, 41, 1e9, "", "x", [], {}, true, 0.5, Number.MAX_SAFE_INTEGER);
  const places = [
    "rim.holes",
    "rim.erd",
    "rim.section",
    "hub.A",
    "hub.seat",
    "lacing.A",
    "offset",
    "spoke.diameter",
    "spoke.share",
    "rotation",
    "tension.target",
    "rim.drilling",
    "name",
    "version",
  ];
  let [both, refused] = [0, 0];
  fc.assert(
    fc.property(fc.constantFrom(...places), junk, (place, value) => {
      const document = JSON.parse(JSON.stringify(good));
      const [group, field] = place.split(".");
      if (field) document[group][field] = value;
      else document[group] = value;
      let taken = true;
      try {
        commands.spokes(document);
      } catch (error) {
        expect(error).toBeInstanceOf(BadInput);
        taken = false;
      }
      const allowed = check.wheel(document);
      // What only several fields together can show, the schema's own description says.
      if (taken) expect(allowed, `${place}: ${JSON.stringify(value)}`).toBe(true);
      if (!allowed) refused++;
      if (allowed && taken) both++;
    }),
    { numRuns: 300 },
  );
  expect(both).toBeGreaterThan(8);
  expect(refused).toBeGreaterThan(100);
});

test("every answer is as its schema says: of the example, of trial wheels, and of what is refused", () => {
  const fits = (name: string, answer: unknown) => {
    const plain = JSON.parse(JSON.stringify(answer));
    expect(check[name](plain), JSON.stringify(check[name].errors?.slice(0, 3))).toBe(true);
  };
  for (const build of ["steel", "alloy", "single-sided"] as const)
    for (const command of ["spokes", "lace"] as const)
      fits(`${command}.answer`, commands[command]({ ...trialWheel(build), unknown: 1 }));
  for (let n = 1; n <= 3; n++) fits("advise.answer", commands.advise(read(`round-${n}.advise.json`)));
  fits("runout.answer", commands.runout(read("bare-rim.runout.json")));
  fits("runout.answer", commands.runout({ lateral: [null, null, null, null], radial: [0, 1, 0, 0], more: 1 }));
  fits("tension.answer", commands.tension(read("note.tension.json")));
  try {
    commands.spokes({});
  } catch (error) {
    fits("refused.answer", { error: (error as BadInput).told });
  }
});
