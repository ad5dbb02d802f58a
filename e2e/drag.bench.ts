import { chromium } from "@playwright/test";
import { environment } from "@/store/environment";
import { THE_BROWSER } from "./the-browser";

/**
 * `npm run bench:drag` beside a running `./start` with the demo: drags nipple after nipple on the unrolled rim of a wheel
 * under advice and prints how long the browser's own frames were meanwhile, with nothing dragged beside it.
 */
const at = environment().TALL_COMPASS_URL;
const SECONDS = 4;

const browser = await chromium.launch(THE_BROWSER);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(at);
const jobs = await page.locator('a[href^="/jobs/"]').evaluateAll((links) => links.map((a) => a.getAttribute("href")));
const ids = [...new Set(jobs.flatMap((h) => h?.match(/[0-9a-f-]{36}/)?.[0] ?? []))];
for (const id of ids) {
  await page.goto(`${at}/jobs/${id}/true`);
  await page.waitForTimeout(700);
  if (await page.getByTestId("becomes").isVisible()) break;
}
const rim = page.getByRole("slider", { name: "the rim laid flat" });
const box = (await rim.isVisible()) ? await rim.boundingBox() : null;
if (!box || !(await page.getByTestId("becomes").isVisible()))
  throw new Error("no wheel under advice in this shop: start it with the demo");

/** ms between frames while something is done. */
const frames = async (work: () => Promise<void>): Promise<number[]> => {
  // As text: what the compiler adds to a named function does not exist in the page.
  await page.evaluate(
    `window.seen = []; window.watching = true;
     requestAnimationFrame(function tick(now) { window.seen.push(now); if (window.watching) requestAnimationFrame(tick); })`,
  );
  await work();
  return page.evaluate<number[]>("window.watching = false, window.seen.slice(1).map((t, i) => t - window.seen[i])");
};
const told = (name: string, list: number[]) => {
  const sorted = [...list].sort((a, b) => a - b);
  const part = (p: number) => sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))].toFixed(1);
  console.log(
    `${name}: ${sorted.length} frames, median ${part(0.5)} ms, 19 in 20 under ${part(0.95)} ms, longest ${part(1)} ms`,
  );
};
told("at rest", await frames(() => page.waitForTimeout(SECONDS * 1000)));
let moves = 0;
told(
  "dragging",
  await frames(async () => {
    const end = Date.now() + SECONDS * 1000;
    for (let k = 0; Date.now() < end; k = (k + 7) % 36) {
      const x = box.x + 58 + ((k + 0.5) / 40) * (box.width - 74);
      const y = box.y + box.height * 0.49;
      await page.mouse.move(x, y);
      await page.mouse.down();
      for (let s = 1; s <= 24; s++) {
        await page.mouse.move(x, y - 5 * s);
        moves++;
      }
      await page.mouse.up();
    }
  }),
);
console.log(
  `${moves} movements of the finger in ${SECONDS} s; ${await page.getByTestId("becomes").textContent()} mm is forecast now`,
);
await browser.close();
