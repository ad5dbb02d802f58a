import { expect, type Page } from "@playwright/test";
import { DRUM_WHEEL, newJob, put, sit, storedRounds } from "./at-the-bench";
import { looksRight } from "./looks-right";
import { test } from "./patient-test";

// A gauge on a cable, as the browser's own serial port would give it: a stand-in of the port, not of the page.

interface Cable {
  send(text: string): void;
  pull(): void;
}

const withCable = (page: Page) =>
  page.addInitScript(() => {
    let wire: ReadableStreamDefaultController<Uint8Array> | null = null;
    const port = {
      readable: null as ReadableStream<Uint8Array> | null,
      open: async () => {
        port.readable = new ReadableStream({
          start: (controller) => {
            wire = controller;
          },
        });
      },
      close: async () => undefined,
    };
    const serial = { requestPort: async () => port, getPorts: async () => [], addEventListener: () => undefined };
    Object.defineProperty(navigator, "serial", { value: serial });
    const cable: Cable = {
      send: (text) => wire?.enqueue(new TextEncoder().encode(text)),
      pull: () => wire?.error(new Error("the device has been lost")),
    };
    Object.assign(window, { cable });
  });
/** Piece by piece, as a line's bytes come: what takes longer than a cable would is no line any more. */
const inPieces = (page: Page, line: string) =>
  page.evaluate(
    async (pieces) => {
      for (const piece of pieces) {
        (window as unknown as { cable: Cable }).cable.send(piece);
        await new Promise((done) => setTimeout(done, 2));
      }
    },
    line.match(/.{1,3}/gs) ?? [],
  );
const cable = (page: Page, work: "send" | "pull", text = "") =>
  page.evaluate(([work, text]) => (window as unknown as { cable: Cable }).cable[work](text), [work, text] as const);

test("a gauge on a cable: which part of its line is the figure is pointed at once; garbage, half a line and a pulled plug store nothing", async ({
  page,
}) => {
  await withCable(page);
  await page.addInitScript(() => localStorage.setItem("tall-compass-dial", "shown mm"));
  const id = await newJob(page, "true-only");
  await put(page, id, DRUM_WHEEL);
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: "read the wheel" }).click();
  await sit(page);
  const gauge = page.getByRole("region", { name: "gauge on a cable" });
  const spoke = page.getByTestId("walk-spoke");
  const place = page.locator("header").last();
  /** A press of its send key, in as many pieces as the cable makes of it. */
  const press = async (line: string) => {
    // Nobody presses twice in a third of a second: what comes so quickly is sent by itself.
    await page.waitForTimeout(450);
    const before = await place.textContent();
    await inPieces(page, line);
    await expect(place).not.toHaveText(before ?? "");
  };
  await gauge.getByRole("button", { name: "sends at 9600 8N1, change" }).click();
  await expect(gauge.getByRole("button", { name: "sends at 4800 7E2, change" })).toBeVisible();
  await gauge.getByRole("button", { name: "connect" }).click();
  await expect(gauge).toContainText("press the gauge’s send key now");
  await page.waitForTimeout(120);
  await cable(page, "send", "01A+00.120\r");
  await expect(gauge).toContainText("which part is the figure?");
  await looksRight(page, "which part of a gauge's line is the figure");
  await gauge.getByRole("button", { name: "+00.120", exact: true }).click();
  await expect(spoke).toHaveText("1");

  await press("01A+00.110\r");
  await press("01A-00.050\r");
  await expect(spoke).toHaveText("5");
  for (const garbage of ["01A+00.1?0\r", "+00.120\r", "01A+00.12\r", "01A+00.120 in\r"]) {
    await page.waitForTimeout(120);
    await cable(page, "send", garbage);
    await expect(gauge).toContainText(`“${garbage.trim()}” is no line of this gauge`);
  }
  await press("01A+00.210\r");

  // Pulled off in the middle of a line, and put on again: the rest of it is none.
  await cable(page, "send", "01A-00.");
  await cable(page, "pull");
  await expect(gauge.getByRole("alert")).toContainText("the gauge’s cable is off");
  await gauge.getByRole("button", { name: "connect" }).click();
  await cable(page, "send", "990\r");
  await press("01A+00.070\r");
  await expect(spoke).toHaveText("9");
  await expect(async () => {
    const { rounds } = await storedRounds(page, id);
    const read = (line: readonly (number | null)[]) => line.filter((v) => v !== null);
    expect([read(rounds[0].lateral), read(rounds[0].radial)]).toEqual([
      [0.11, 0.21],
      [-0.05, 0.07],
    ]);
  }).toPass();
});
