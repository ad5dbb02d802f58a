import { expect, test } from "vitest";
import { ERD_METHODS, ERD_WAYS } from "../rim/erd-methods";
import { FIGURES } from "./all-figures";

test("what a figure hangs on, and what a way to the rim's diameter begins with, is a figure there is", () => {
  const all = Object.values(FIGURES);
  const asked = [
    ...all.flatMap((f) => (f.onlyIf ? [f.onlyIf.figure] : [])),
    ...ERD_METHODS.flatMap((m) => ERD_WAYS[m].first ?? []),
  ];
  expect(asked.filter((name) => FIGURES[name] === undefined)).toEqual([]);
  for (const f of all) {
    const { choices = [] } = FIGURES[f.onlyIf?.figure ?? ""] ?? {};
    if (choices.length > 0)
      expect(choices.map((c) => c.value)).toEqual(expect.arrayContaining([...(f.onlyIf?.is ?? [])]));
    expect((f.kind === "choice") === (f.choices !== undefined), f.name).toBe(true);
    for (const [low, high] of f.likely ? [f.likely] : []) expect(low, f.name).toBeLessThan(high);
  }
});
