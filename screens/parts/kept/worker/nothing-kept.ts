import { isKeptPage } from "./kept-pages";

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" })[c] ?? c);

const STYLE = `body{margin:0;padding:2rem;background:#f5f2ea;color:#1b1a17;font:1.35rem/1.5 "Noto Sans",sans-serif}
h1{font-size:1.9rem;margin:0 0 .6rem}a{color:inherit;display:flex;align-items:center;min-height:3.5rem;border-bottom:1px solid #0003}
@media(prefers-color-scheme:dark){body{background:#14191a;color:#ece7da}a{border-color:#fff3}}`;

/** The name a kept page has of itself. */
const titleOf = async (page: Response | undefined): Promise<string | null> =>
  /<title[^>]*>([^<]*)<\/title>/.exec((await page?.text()) ?? "")?.[1].replace(/ – Tall Compass$/, "") ?? null;

/** Shown for a page that is not kept here while the shop does not answer: what is, to go on with. */
export const nothingKept = async (kept: Cache): Promise<Response> => {
  const links: string[] = [];
  for (const request of await kept.keys()) {
    const { pathname, search } = new URL(request.url);
    if (!isKeptPage(pathname)) continue;
    const title = await titleOf(await kept.match(request, { ignoreVary: true }));
    if (title) links.push(`<a href="${escaped(pathname + search)}">${title}</a>`);
  }
  const body = `<!doctype html><html lang="en"><meta charset="utf-8">
<meta name="viewport" content="width=device-width,initial-scale=1"><title>The shop does not answer – Tall Compass</title>
<style>${STYLE}</style><h1>The shop does not answer</h1>
<p>This page is not kept on this device. Nothing that was entered is lost; it is sent once the shop answers.</p>
<p><a href="">Try again</a></p>${links.length > 0 ? `<h2>Kept here</h2>${links.join("")}` : ""}</html>`;
  return new Response(body, { status: 503, headers: { "content-type": "text/html; charset=utf-8" } });
};
