import { readFileSync } from "node:fs";
import { createInterface } from "node:readline";
import { parseArgs } from "node:util";
import { RimBuckles } from "@/core/mechanics/buckling";
import { BadInput } from "@/core/wheel/bad-input";
import { parseJson } from "@/core/wheel/parse-json";
import { type CommandName, commands } from "./commands";
import { helpAll, helpOf } from "./help";

/** Put in where it is bundled. */
declare const WHEEL_VERSION: string | undefined;

/** An outside document may be long, but nothing about a wheel is 16 MB long. */
const MOST_BYTES = 16 * 1024 * 1024;

const names = Object.keys(commands).join(", ");

interface Failure {
  readonly error: { readonly path: string; readonly message: string };
}

/** Never a stack trace: what is wrong with the input, or in plain words that the fault is ours. */
const failure = (error: unknown): Failure => {
  if (error instanceof BadInput) return { error: error.told };
  if (error instanceof RimBuckles) return { error: { path: "wheel.tension.target", message: error.message } };
  return { error: { path: "", message: error instanceof Error ? error.message : String(error) } };
};

const answer = (command: (input: unknown) => unknown, text: string): unknown => {
  if (text.trim() === "") throw new BadInput("", "nothing came in; give one JSON document", { code: "missing" });
  let document: unknown;
  try {
    document = parseJson(text);
  } catch (error) {
    // Too deep, or with a text in it that is none.
    if (error instanceof BadInput && (error.path !== "" || error.refusal.code !== "unreadable")) throw error;
    throw new BadInput("", `“${text.trim().slice(0, 40)}” is not JSON; give one JSON document`, { code: "unreadable" });
  }
  return command(document);
};

const readAll = (file: string | null): string => {
  let text: Buffer;
  try {
    text = readFileSync(file ?? 0);
  } catch {
    throw new BadInput("--file", `${file ?? "standard input"} cannot be read; give the path of a JSON document`, {
      code: "unreadable",
    });
  }
  if (text.length > MOST_BYTES)
    throw new BadInput("", `${(text.length / 1048576).toFixed(0)} MB is too much; a document has at most 16 MB`, {
      code: "too-large",
      given: text.length,
      most: MOST_BYTES,
    });
  return text.toString("utf8");
};

/** What was asked for, by the words behind `wheel`. @throws BadInput */
const asked = (args: readonly string[]) => {
  const options = {
    file: { type: "string" },
    lines: { type: "boolean" },
    help: { type: "boolean", short: "h" },
    version: { type: "boolean" },
  } as const;
  let parsed: ReturnType<typeof parseArgs<{ options: typeof options; allowPositionals: true }>>;
  try {
    parsed = parseArgs({ args: [...args], options, allowPositionals: true });
  } catch (error) {
    const given = /'(-[^' ]*)/.exec(error instanceof Error ? error.message : "")?.[1] ?? "";
    throw new BadInput(given, "will not do; --file F, --lines, --help and --version are there", {
      code: "not-offered",
      given,
      offered: Object.keys(options).map((o) => `--${o}`),
    });
  }
  const { values, positionals } = parsed;
  const [name, place, ...more] = positionals;
  const odd = more[0] ?? (values.file !== undefined ? place : undefined);
  if (odd !== undefined)
    throw new BadInput(odd, "is one file too many; one document, or --lines with one a line", {
      code: "wrong-count",
      given: 2,
      wanted: 1,
    });
  return { ...values, name, from: values.file ?? place ?? null };
};

const put = (text: string): void => {
  process.stdout.write(text);
};

const main = async (args: readonly string[]): Promise<number> => {
  const refuse = (error: unknown): number => {
    process.stderr.write(`${JSON.stringify(failure(error))}\n`);
    return 2;
  };
  let told: ReturnType<typeof asked>;
  try {
    told = asked(args);
  } catch (error) {
    return refuse(error);
  }
  const { name, from } = told;
  const command = Object.hasOwn(commands, name ?? "") ? commands[name as CommandName] : undefined;
  if (told.version) {
    put(`${typeof WHEEL_VERSION === "string" ? WHEEL_VERSION : "unbundled"}\n`);
    return 0;
  }
  if (told.help) {
    put(command ? helpOf(name as CommandName) : helpAll());
    return 0;
  }
  if (!command)
    return refuse(
      new BadInput("command", `${name ?? "nothing"} is no command; give one of ${names}, or --help`, {
        code: "not-offered",
        given: name ?? "",
        offered: Object.keys(commands),
      }),
    );
  if (!told.lines) {
    try {
      put(`${JSON.stringify(answer(command, readAll(from)))}\n`);
      return 0;
    } catch (error) {
      return refuse(error);
    }
  }
  let code = 0;
  const reply = (line: string): string => {
    try {
      if (line.length > MOST_BYTES)
        throw new BadInput("", "a line has at most 16 MB", { code: "too-large", given: line.length, most: MOST_BYTES });
      return JSON.stringify(answer(command, line));
    } catch (error) {
      code = 2;
      return JSON.stringify(failure(error));
    }
  };
  try {
    const lines =
      from === null
        ? createInterface({ input: process.stdin, crlfDelay: Number.POSITIVE_INFINITY })
        : readAll(from).split(/\r?\n/);
    for await (const line of lines) if (line.trim() !== "") put(`${reply(line)}\n`);
  } catch (error) {
    return refuse(error);
  }
  return code;
};

// Whoever reads has had enough, as `head` does: nothing is wrong.
process.stdout.on("error", (error: NodeJS.ErrnoException) => {
  if (error.code === "EPIPE") process.exit(0);
  throw error;
});
process.exitCode = await main(process.argv.slice(2));
