import { existsSync, readFileSync } from "node:fs";

interface UnitReport {
  readonly testResults: readonly {
    readonly name: string;
    readonly status?: string;
    readonly message?: string;
    readonly assertionResults: readonly {
      readonly status: string;
      readonly fullName: string;
      readonly failureMessages?: readonly string[];
    }[];
  }[];
}

interface BrowserSuite {
  readonly specs?: readonly {
    readonly file: string;
    readonly line: number;
    readonly title: string;
    readonly tests: readonly {
      readonly results: readonly {
        readonly status: string;
        readonly errors?: readonly { readonly message?: string }[];
      }[];
    }[];
  }[];
  readonly suites?: readonly BrowserSuite[];
}

const read = <T>(file: string): T | null => (existsSync(file) ? (JSON.parse(readFileSync(file, "utf8")) as T) : null);

/** Letters of one failure. */
const MOST = 3000;

const ESCAPE = String.fromCharCode(27);
const COLOURS = new RegExp(`${ESCAPE}\\[[0-9;]*m`, "g");

const told = (where: string, messages: readonly (string | undefined)[]): string =>
  `${where}\n${messages.join("\n").replace(COLOURS, "").slice(0, MOST)}`;

const inBrowser = ({ specs = [], suites = [] }: BrowserSuite): string[] => [
  ...specs.flatMap(({ file, line, title, tests }) =>
    tests
      .flatMap((t) => t.results)
      .filter((r) => r.status !== "passed" && r.status !== "skipped")
      .map((r) =>
        told(
          `${file}:${line} ${title}`,
          (r.errors ?? []).map((e) => e.message),
        ),
      ),
  ),
  ...suites.flatMap(inBrowser),
];

/** What failed and how, of the reports of the unit tests and the browser tests; a report that was not written says nothing. */
export const whatFailed = (unitReport: string, browserReport: string): string[] => [
  ...(read<UnitReport>(unitReport)?.testResults ?? []).flatMap(({ name, status, message, assertionResults }) => {
    const failed = assertionResults.filter((a) => a.status === "failed");
    // What all its tests need did not begin, or did not end: none of them is the one that failed.
    if (status === "failed" && failed.length === 0) return [told(name, [message])];
    return failed.map((a) => told(`${name} ${a.fullName}`, a.failureMessages ?? []));
  }),
  ...inBrowser(read<BrowserSuite>(browserReport) ?? {}),
];
