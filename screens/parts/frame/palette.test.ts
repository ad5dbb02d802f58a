import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";

const css = readFileSync("app/globals.css", "utf8");
const colours = (block: string): Record<string, string> =>
  Object.fromEntries([...block.matchAll(/--color-([a-z]+):\s*(#[0-9a-f]{6})/gi)].map((m) => [m[1], m[2]]));
const day = colours(css.slice(css.indexOf("@theme"), css.indexOf("@media")));
const night = colours(css.slice(css.indexOf("@media")));

/** Relative luminance and contrast as in WCAG 2.2, success criterion 1.4.3. */
const luminance = (hex: string): number => {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const c = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
};
const contrast = (a: string, b: string): number => {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light + 0.05) / (dark + 0.05);
};

describe.each([
  ["paper", day],
  ["night", night],
])("%s", (_, c) => {
  test("words can be read: 4.5 to 1", () => {
    expect(contrast(c.ink, c.paper)).toBeGreaterThan(4.5);
    for (const on of ["a", "b", "good"]) expect(contrast(c[on], c.paper)).toBeGreaterThan(4.5);
    // The question mark stands on the flag in the ink of the day, whatever the theme.
    expect(contrast("#1e2526", c.doubt)).toBeGreaterThan(4.5);
  });
  test("lines that mean something can be seen: 3 to 1", () => {
    for (const line of ["rule", "a", "b", "stop"]) expect(contrast(c[line], c.paper)).toBeGreaterThan(3);
  });
});
