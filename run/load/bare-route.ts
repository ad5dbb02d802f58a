import { type ChildProcess, spawn, spawnSync } from "node:child_process";
import { mkdirSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { freePort } from "../free-port";
import { answers } from "../serve";

const ROUTE = `export const dynamic = "force-dynamic";
export const GET = () => Response.json({ ok: true });
export const POST = async (request) => Response.json({ ok: true, read: (await request.text()).length });
`;
const PAGE = `export const dynamic = "force-dynamic";
const Page = () => <p>{new Date().toISOString()}</p>;
export default Page;
`;
const LAYOUT = `export default function Layout({ children }) { return <html lang="en"><body>{children}</body></html>; }
`;

/** The framework by itself: a route that answers at once, and a page with one line on it. What anything built on it is held against. */
export const serveBare = async (folder: string): Promise<{ readonly web: ChildProcess; readonly address: string }> => {
  const at = resolve(folder);
  rmSync(at, { recursive: true, force: true });
  for (const [file, text] of [
    ["app/bare/route.js", ROUTE],
    ["app/page.jsx", PAGE],
    ["app/layout.jsx", LAYOUT],
    ["package.json", '{ "type": "module" }'],
    ["next.config.js", "export default {};"],
  ] as const) {
    mkdirSync(join(at, file, ".."), { recursive: true });
    writeFileSync(join(at, file), text);
  }
  symlinkSync(resolve("node_modules"), join(at, "node_modules"));
  const next = resolve("node_modules/.bin/next");
  const env = { ...process.env, NEXT_TELEMETRY_DISABLED: "1" };
  const built = spawnSync(next, ["build", "--webpack"], { cwd: at, env, stdio: "pipe" });
  if (built.status !== 0) throw new Error(`the bare route was not built: ${built.stdout}${built.stderr}`);
  const port = await freePort();
  const web = spawn(next, ["start", "-H", "127.0.0.1", "-p", String(port)], {
    ...{ cwd: at, env, stdio: "ignore", detached: true },
  });
  const address = `http://127.0.0.1:${port}`;
  await answers(`${address}/bare`, web);
  return { web, address };
};
