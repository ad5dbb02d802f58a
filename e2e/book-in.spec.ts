import { readFileSync, writeFileSync } from "node:fs";
import { expect } from "@playwright/test";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import sharp from "sharp";
import { asks, enter, newJob, tell, turnTo } from "./at-the-bench";
import { test } from "./patient-test";

/** A photo as a telephone makes it: held on its side, with the place it was taken at. */
const telephonePhoto = () =>
  sharp({ create: { width: 640, height: 480, channels: 3, background: "#a08060" } })
    .withExif({
      IFD0: { Orientation: "6", Model: "Pocket 1" },
      IFD3: { GPSLatitudeRef: "N", GPSLatitude: "51/1 30/1 0/1" },
    })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();

test("at the counter: name, photo, label; the place a photo was taken at does not come along", async ({
  page,
}, info) => {
  const id = await newJob(page);
  await page.goto(`/jobs/${id}/book-in`);
  await enter(page, /^customer/, "Ola Testwell");
  await enter(page, /^telephone/, "0555 0199");
  await enter(page, /^what is wanted/, "rebuild, rim kept");
  const original = await telephonePhoto();
  expect(original.includes("GPS") || original.includes("Pocket 1")).toBe(true);
  const sent = page.waitForResponse((r) => r.url().includes("/photos?") && r.ok());
  await page
    .getByLabel("photo from a file")
    .setInputFiles({ name: "left side.jpg", mimeType: "image/jpeg", buffer: original });
  await sent;
  const photo = page.getByRole("button", { name: "photo left side.jpg, see large" });
  await expect(photo).toBeVisible();
  const src = (await photo.locator("img").getAttribute("src")) ?? "";
  for (const size of ["small", "large"]) {
    const kept = await (await page.request.get(src.replace("small", size))).body();
    const meta = await sharp(kept).metadata();
    expect(meta.exif).toBeUndefined();
    expect(kept.includes("Pocket 1")).toBe(false);
    // Upright: what was held on its side is turned into the picture.
    expect([meta.width, meta.height]).toEqual(size === "large" ? [480, 640] : [270, 360]);
  }
  await photo.click();
  await expect(page.getByRole("dialog").getByRole("img")).toBeVisible();
  await page.getByRole("button", { name: "back" }).click();

  // What is no picture is refused in words, whatever it is called; nothing else is lost.
  const file = page.getByLabel("photo from a file");
  await file.setInputFiles({ name: "notes.jpg", mimeType: "image/jpeg", buffer: Buffer.from("not a picture") });
  await expect(page.getByRole("alert").first()).toContainText("this is not a picture");
  await file.setInputFiles({
    name: "cut.jpg",
    mimeType: "image/jpeg",
    buffer: original.subarray(0, original.length / 2),
  });
  await expect(page.getByRole("alert").first()).toContainText(/damaged|not a picture/);
  const big = info.outputPath("big.jpg");
  writeFileSync(big, Buffer.concat([original, Buffer.alloc(21 * 1024 * 1024)]));
  await file.setInputFiles(big);
  await expect(page.getByRole("alert").first()).toContainText("at most 20 MB");
  await expect(photo).toBeVisible();
  // A picture of fourteen megabytes comes through whole: nothing on the way cuts it short.
  const pixels = Buffer.alloc(2200 * 2200 * 3);
  for (let i = 0; i < pixels.length; i++) pixels[i] = (i * 2654435761) >>> 24;
  const noise = await sharp(pixels, { raw: { width: 2200, height: 2200, channels: 3 } })
    .png({ compressionLevel: 0 })
    .toBuffer();
  expect(noise.length).toBeGreaterThan(11 * 1024 * 1024);
  const whole = await page.request.post(`/api/jobs/${id}/photos?id=${crypto.randomUUID()}`, { data: noise });
  expect(whole.ok(), await whole.text()).toBe(true);
  // The server holds the same limits when the page is passed by.
  const around = await page.request.post(`/api/jobs/${id}/photos?id=${crypto.randomUUID()}`, {
    data: readFileSync(big),
  });
  expect(around.status()).toBe(400);
  expect((await around.json()).error).toMatchObject({
    path: "photo",
    message: expect.stringContaining("at most 20 MB"),
  });

  const label = await page.request.get(`/api/jobs/${id}/label`);
  const pdf = await getDocument({ data: new Uint8Array(await label.body()) }).promise;
  const content = await (await pdf.getPage(1)).getTextContent();
  const text = content.items.map((i) => ("str" in i ? i.str : "")).join(" ");
  for (const words of ["Ola Testwell, 0555 0199", "rebuild, rim kept", "no day promised", "offset as found:"])
    expect(text).toContain(words);
});

test("stripping asks once when what is lost for good was not taken, and then lets be; parts move sound to scrap", async ({
  page,
}) => {
  const id = await newJob(page);
  await page.goto(`/jobs/${id}/book-in`);
  await turnTo(page, "Before the key");
  await page.getByRole("button", { name: "the key goes on: strip it" }).click();
  await expect(page.getByText(/cannot be had again once the wheel is apart/)).toBeVisible();
  await page.getByRole("button", { name: "take it now" }).click();
  await asks(page, "offset as found");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "strip it without" }).click();
  await expect(page.getByText(/Being stripped. Not taken before: the offset as found/)).toBeVisible();
  await page.reload();
  await turnTo(page, "Before the key");
  await expect(page.getByText(/Being stripped/)).toBeVisible();
  await expect(page.getByRole("button", { name: "the key goes on: strip it" })).toHaveCount(0);

  for (const now of ["not looked at", "sound", "watch", "replace"]) {
    await page.getByRole("button", { name: `hub: ${now}, change` }).click();
  }
  await expect(page.getByRole("button", { name: "hub: scrap, change" })).toBeVisible();
  await expect(page.getByRole("alert").filter({ hasText: /hub: scrap. Do not true it/ })).toBeVisible();
  await enter(page, "hub: note", "crack at a spoke hole");
  await expect(page.getByRole("button", { name: "hub: note" })).toContainText("crack at a spoke hole");
});

test("a wheel that was here is known by its mark: whose it is is told, and taken once more the visit joins it", async ({
  page,
}) => {
  const mark = `K${crypto.randomUUID().slice(0, 6)}`;
  const old = { id: crypto.randomUUID(), kind: "rebuild" };
  await page.request.post("/api/jobs", { data: old });
  const change = { mark, customer: "Ines Testwell", machine: "Dotterel 400" };
  await tell(page, old.id, change);
  const id = await newJob(page, "true-only");
  await page.goto(`/jobs/${id}/book-in`);
  await turnTo(page, "Wheel");
  await page.getByRole("button", { name: /^the wheel's own mark/ }).click();
  const bar = page.getByLabel("entry");
  await bar.locator("input").fill(mark.toLowerCase());
  await page.keyboard.press("Enter");
  // The hand is at the next line already; what is asked of this one stands near it.
  await asks(page, "waits for");
  await expect(page.getByRole("alert").filter({ hasText: "the wheel's own mark" })).toContainText(
    "Dotterel 400 of Ines Testwell. Take it once more",
  );
  await page.getByRole("button", { name: "put it right" }).click();
  await expect(bar.locator("input")).toHaveValue(mark.toLowerCase());
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "take it once more" }).click();
  await turnTo(page, "Counter");
  await expect(page.getByRole("button", { name: /^machine.*Dotterel 400/ })).toBeVisible();
  const { wheelId } = await (await page.request.get(`/api/jobs/${id}/record-links`)).json();
  await page.goto(`/wheels/${wheelId}`);
  await expect(page.getByTestId("visit")).toHaveCount(2);
});
