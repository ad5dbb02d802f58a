import { readFileSync } from "node:fs";
import { createInterface } from "node:readline";
import { RimBuckles } from "@/core/mechanics/buckling";
import { BadInput } from "@/core/wheel/bad-input";
import { parseJson } from "@/core/wheel/parse-json";
import { commands } from "./commands";

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

const main = async (args: readonly string[]): Promise<number> => {
  const [name, ...flags] = args;
  const command = commands[name as keyof typeof commands];
  const refuse = (error: unknown): number => {
    process.stderr.write(`${JSON.stringify(failure(error))}\n`);
    return 2;
  };
  if (!command)
    return refuse(
      new BadInput("command", `${name ?? "nothing"} is no command; give one of ${names}`, {
        code: "not-offered",
        given: name ?? "",
        offered: Object.keys(commands),
      }),
    );
  const fileAt = flags.indexOf("--file");
  const file = fileAt >= 0 ? (flags[fileAt + 1] ?? "") : null;
  const unknown = flags.find((f, i) => f !== "--lines" && f !== "--file" && !(fileAt >= 0 && i === fileAt + 1));
  if (unknown)
    return refuse(
      new BadInput(unknown, "is no option; --lines and --file F are", {
        code: "not-offered",
        given: unknown,
        offered: ["--lines", "--file"],
      }),
    );
  if (!flags.includes("--lines")) {
    try {
      process.stdout.write(`${JSON.stringify(answer(command, readAll(file)))}\n`);
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
      file === null
        ? createInterface({ input: process.stdin, crlfDelay: Number.POSITIVE_INFINITY })
        : readAll(file).split(/\r?\n/);
    for await (const line of lines) if (line.trim() !== "") process.stdout.write(`${reply(line)}\n`);
  } catch (error) {
    return refuse(error);
  }
  return code;
};

process.exitCode = await main(process.argv.slice(2));
