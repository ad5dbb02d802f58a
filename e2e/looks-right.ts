import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";

/** Nothing serious, on paper and at night; what is not of colour is the same at night and asked once. */
export const looksRight = async (page: Page, where: string) => {
  const bad: string[] = [];
  for (const scheme of ["light", "dark"] as const) {
    await page.emulateMedia({ colorScheme: scheme });
    const asked = new AxeBuilder({ page });
    const { violations } = await (scheme === "dark" ? asked.withRules("color-contrast") : asked).analyze();
    for (const v of violations)
      if (v.impact === "serious" || v.impact === "critical")
        bad.push(`${scheme} ${where}: ${v.id} ${v.nodes[0]?.html.slice(0, 160)}`);
  }
  expect(bad).toEqual([]);
};
