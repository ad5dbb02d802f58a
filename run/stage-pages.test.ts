import { existsSync, readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { STAGES } from "@/core/wheel/stages";

// A stage's page is found by its folder's name, which no compiler looks at.
test("every stage has its page, and the page asks for that stage's data", () => {
  for (const stage of STAGES) {
    const page = `app/jobs/[id]/${stage}/page.tsx`;
    expect(existsSync(page), page).toBe(true);
    expect(readFileSync(page, "utf8"), page).toContain(`stageData("${stage}"`);
  }
});
