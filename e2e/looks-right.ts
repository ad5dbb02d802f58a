import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";

type Scheme = "light" | "dark";
const BOTH: readonly Scheme[] = ["light", "dark"];

/** Nothing serious, on paper and at night; what is not of colour is the same in both and asked once. */
export const looksRight = async (page: Page, where: string, schemes = BOTH) => {
  const bad: string[] = [];
  for (const scheme of schemes) {
    await page.emulateMedia({ colorScheme: scheme });
    // Within the page: it has no frames, and a page opened anew to gather what they say would cost more than the look. What
    // is right is not listed.
    const asked = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ["violations"] });
    const { violations } = await (scheme === schemes[0] ? asked : asked.withRules("color-contrast")).analyze();
    for (const v of violations)
      if (v.impact === "serious" || v.impact === "critical")
        bad.push(`${scheme} ${where}: ${v.id} ${v.nodes[0]?.html.slice(0, 160)}`);
  }
  expect(bad).toEqual([]);
};

/** One of both, by turns. */
export const byTurns = (n: number): readonly Scheme[] => [BOTH[n % 2]];
