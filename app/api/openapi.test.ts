import { createConfig, lintFromString } from "@redocly/openapi-core";
import { expect, test, vi } from "vitest";
import { z } from "zod";
import { ROLES } from "@/core/shop/roles";
import { FIRST_SETTINGS } from "@/core/shop/settings";
import { type Duty, may, ROUTES } from "@/core/shop/who-may";
import manifest from "@/package.json";
import { DEVICE_COOKIE } from "@/record/let-in";

// What every address takes and answers, told to other programs as OpenAPI 3.1: made from the schemas the routes read with
// and the words that stand above them, kept in public/openapi.json and so served. `vitest -u` writes it anew.

let asked: z.ZodType | null = null;
class Asked extends Error {}
const work = async (handler: () => Promise<unknown>) => handler().catch(() => null);
vi.mock("./answer", async (original) => ({
  ...(await original<typeof import("./answer")>()),
  answer: work,
  change: work,
  readBody: async (_: Request, schema: z.ZodType) => {
    asked = schema;
    throw new Asked();
  },
}));
vi.mock("@/store/settings", () => ({
  readSettings: async () => FIRST_SETTINGS,
  changeSettings: async () => undefined,
}));
vi.mock("./sign-in/signed-in-only", () => ({ signedInOnly: () => undefined }));

vi.mock("@/store/sign-in/devices", async (original) => ({
  ...(await original<object>()),
  deviceOf: async () => ({ id: "x", name: "x" }),
}));

type Handler = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<unknown>;
const modules = import.meta.glob<Record<string, Handler>>("../**/route.ts");
const sources = import.meta.glob<string>("../**/route.ts", { query: "?raw", import: "default", eager: true });

const pathOf = (file: string): string =>
  file
    .replace(/^\.\.\//, "/")
    .replace(/^\.\//, "/api/")
    .replace(/\/route\.ts$/, "");
/** The words above a handler, in one line. */
const wordsOf = (source: string, method: string): string =>
  (new RegExp(`/\\*\\*((?:(?!\\*/)[\\s\\S])*)\\*/\\s*export const ${method}\\b`).exec(source)?.[1] ?? "")
    .replace(/\s*\n?\s*\* ?/g, " ")
    .replace(/@throws[\s\S]*/, "")
    .replace(/\s+/g, " ")
    .trim();

/** What a handler that reads no document reads, and what one that tells none tells. */
const BODIES: readonly (readonly [RegExp, string])[] = [
  [/readList\(request, \d, "calendar"\)/, "text/calendar"],
  [/readList\(request/, "text/csv"],
  [/readBytes\(request, [\w.]+, "photo"\)/, "image/jpeg"],
  [/readBytes\(request, \d+, "archive"\)/, "application/zip"],
];
const ANSWERS: readonly (readonly [RegExp, string])[] = [
  [/listAnswer\(/, "text/csv"],
  [/paperAnswer\(|printedSheet\(/, "application/pdf"],
  [/text\/calendar/, "text/calendar"],
  [/application\/zip/, "application/zip"],
  [/eventStream|event-stream/, "text/event-stream"],
  [/audio\/wav/, "audio/wav"],
  [/image\/jpeg/, "image/jpeg"],
];
const handlerOf = (source: string, method: string): string =>
  source.split(`export const ${method}`)[1].split("\nexport ")[0];
const kinds = (list: typeof BODIES, text: string): string[] =>
  list.flatMap(([has, type]) => (has.test(text) ? [type] : []));

const JSON_TYPE = "application/json";
const ref = (name: string) => ({ $ref: `#/components/schemas/${name}` });
const refused = (description: string) => ({ description, content: { [JSON_TYPE]: { schema: ref("Refused") } } });
const schemaOf = (schema: z.ZodType) => {
  const { $schema: _, ...plain } = z.toJSONSchema(schema, { io: "input", unrepresentable: "any" }) as Record<
    string,
    unknown
  >;
  return plain;
};

const operation = async (path: string, method: string, source: string, handler: Handler) => {
  asked = null;
  const names = [...path.matchAll(/\[(\w+)\]/g)].map((m) => m[1]);
  const body = method === "GET" ? undefined : "{}";
  const text = handlerOf(source, method);
  if (/readBody\(/.test(text))
    await handler(new Request("http://127.0.0.1/", { method, body, headers: { cookie: `${DEVICE_COOKIE}=x` } }), {
      params: Promise.resolve(Object.fromEntries(names.map((name) => [name, crypto.randomUUID()]))),
    });
  const words = wordsOf(source, method);
  const duty = (ROUTES[path] as Record<string, Duty>)[method];
  const taken = asked ? [JSON_TYPE] : kinds(BODIES, text);
  const told = kinds(ANSWERS, text);
  const [summary] = words.split(/(?<=[.:;])\s/);
  return {
    reads: /readBody\(/.test(text) && !asked,
    operation: {
      operationId: `${method.toLowerCase()}${path
        .replace(/^\/(api\/)?/, "/")
        .replace(/[[\].]/g, "")
        .replace(/[/-](\w)/g, (_, c: string) => c.toUpperCase())}`,
      summary: summary.replace(/[.:;]$/, ""),
      description: `${words}\n\n${duty === "anyone" ? "Anybody may." : `Who may: ${ROLES.filter((role) => may(role, duty)).join(", ")}.`}`,
      tags: [
        path
          .split("/")
          .filter((part) => part && part !== "api")[0]
          .replace(/\W/g, ""),
      ],
      ...(duty === "anyone" ? { security: [] } : {}),
      parameters: [
        ...names.map((name) => ({
          ...{ name, in: "path", required: true, schema: { type: "string" } },
          description: name === "id" ? "Its id" : `Its ${name}`,
        })),
        ...[
          ...new Set([...text.matchAll(/(?:searchParams|asked)\.get\("(\w+)"\)/g)].map((m) => m[1])),
          ...(/isToBeTaken\(/.test(text) ? ["take"] : []),
          ...(/twiceOf\(/.test(text) ? ["twice"] : []),
        ].map((name) => ({
          ...{ name, in: "query", schema: { type: "string" } },
          description:
            name === "take" ? "yes: it is taken; else only what it would change is told" : `What of it: ${name}`,
        })),
      ],
      ...(taken.length > 0
        ? {
            requestBody: {
              required: true,
              content: Object.fromEntries(
                taken.map((type) => [type, { schema: asked ? schemaOf(asked) : { type: "string" } }]),
              ),
            },
          }
        : {}),
      responses: {
        "200": {
          description: "Done, or what was asked for",
          content: Object.fromEntries(
            (told.length > 0 ? told : [JSON_TYPE]).map((type) => [
              type,
              { schema: type === JSON_TYPE ? {} : { type: "string" } },
            ]),
          ),
        },
        "400": refused("What was sent will not do: its path, what was given and what would do"),
        ...(duty === "anyone"
          ? {}
          : { "401": refused("Nobody is signed in"), "403": refused("Not for this role, or from another address") }),
        "409": refused("Somebody changed it meanwhile; nothing was changed"),
        "503": refused("The record cannot be reached; nothing was changed, try again"),
      },
    },
  };
};

test("every address, with what it takes: as it stands in the code, and as a general linter finds it right", async () => {
  const paths: Record<string, Record<string, unknown>> = {};
  const unread: string[] = [];
  for (const [file, load] of Object.entries(modules).sort(([a], [b]) => (a < b ? -1 : 1))) {
    const path = pathOf(file);
    const module = await load();
    for (const method of ["GET", "POST", "PUT", "PATCH", "DELETE"].filter((m) => m in module)) {
      const { operation: told, reads } = await operation(path, method, sources[file], module[method]);
      if (reads) unread.push(`${method} ${path}`);
      expect(told.summary, `${method} ${path} has no words above it`).not.toBe("");
      const named = path.replace(/\[(\w+)\]/g, "{$1}");
      paths[named] = { ...paths[named], [method.toLowerCase()]: told };
    }
  }
  // Every document that is read is known here by its schema.
  expect(unread).toEqual([]);
  const documents = Object.values(paths).flatMap((p) =>
    Object.values(p).filter(
      (o) => JSON_TYPE in ((o as { requestBody?: { content: object } }).requestBody?.content ?? {}),
    ),
  );
  expect(documents.length).toBeGreaterThan(30);
  const tags = [
    ...new Set(Object.values(paths).flatMap((p) => Object.values(p).flatMap((o) => (o as { tags: string[] }).tags))),
  ];
  const document = {
    openapi: "3.1.0",
    info: {
      title: "Tall Compass",
      version: manifest.version,
      summary: "A workshop's record of the wheels it restores",
      description:
        "mm, N, Hz, turns; ids are UUIDs made by whoever sends, and the same id again changes nothing. On one machine " +
        "(the address http://127.0.0.1) nobody signs in; served to a workshop, a device is let in and somebody signs in " +
        "at it. Every request that changes something comes from a page of this address (Origin or Sec-Fetch-Site is " +
        "looked at) and carries JSON unless another kind is named.",
    },
    servers: [{ url: "/", description: "This shop" }],
    security: [{ device: [] }],
    tags: tags.map((name) => ({ name, description: `Addresses about ${name}` })),
    paths,
    components: {
      securitySchemes: {
        device: {
          type: "apiKey",
          in: "cookie",
          name: DEVICE_COOKIE,
          description: "A device that was let in, and who signed in at it",
        },
      },
      schemas: {
        Refused: schemaOf(
          z.object({
            error: z.object({
              path: z.string().describe("Dotted path of the field; empty for the whole document"),
              message: z.string().describe("What was given and what would do"),
              refusal: z.looseObject({ code: z.string() }).optional().describe("The same as data"),
            }),
          }),
        ),
      },
    },
  };
  const text = `${JSON.stringify(document, null, 1)}\n`;
  const config = await createConfig({ extends: ["recommended"], rules: { "info-license": "off" } });
  const problems = await lintFromString({ source: text, absoluteRef: "openapi.json", config });
  expect(problems.map((p) => `${p.ruleId}: ${p.message} at ${p.location[0]?.pointer}`)).toEqual([]);
  await expect(text).toMatchFileSnapshot("../../public/openapi.json");
});
