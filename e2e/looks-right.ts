import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";

type Scheme = "light" | "dark";
const BOTH: readonly Scheme[] = ["light", "dark"];

/** Nothing serious, on paper and at night; what is not of colour is the same in both and asked once. */
export const looksRight = async (page: Page, where: string, schemes = BOTH) => {
  const bad: string[] = [];
  for (const scheme of schemes) {
    await page.emulateMedia({ colorScheme: scheme });
    const asked = new AxeBuilder({ page });
    const { violations } = await (scheme === schemes[0] ? asked : asked.withRules("color-contrast")).analyze();
    for (const v of violations)
      if (v.impact === "serious" || v.impact === "critical")
        bad.push(`${scheme} ${where}: ${v.id} ${v.nodes[0]?.html.slice(0, 160)}`);
  }
  expect(bad).toEqual([]);
};

/** One of both, by turns. */
export const byTurns = (n: number): readonly Scheme[] => [BOTH[n % 2]];
