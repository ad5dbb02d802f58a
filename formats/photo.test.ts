import sharp from "sharp";
import { describe, expect, test } from "vitest";
import { keepPhoto } from "./photo";

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: "#806040" } });

describe("a photo that is kept", () => {
  test.each([1, 3, 6, 8])(
    "held any way up (%i) comes out upright, with nothing of the camera's",
    async (orientation) => {
      const given = await picture(300, 200).withMetadata({ orientation }).jpeg().toBuffer();
      const kept = await keepPhoto(given);
      const lying = orientation === 6 || orientation === 8;
      expect([kept.width, kept.height]).toEqual(lying ? [200, 300] : [300, 200]);
      for (const bytes of [kept.large, kept.small]) {
        const meta = await sharp(bytes).metadata();
        expect([meta.format, meta.exif, meta.orientation]).toEqual(["jpeg", undefined, undefined]);
      }
    },
  );
  test("the longest edge is 2400 large and 360 small, a small picture is not blown up, what is clear becomes white", async () => {
    const kept = await keepPhoto(await picture(4000, 1000).png().toBuffer());
    expect([kept.width, kept.height]).toEqual([2400, 600]);
    expect((await sharp(kept.small).metadata()).width).toBe(360);
    const clear = sharp({ create: { width: 8, height: 8, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } } });
    const white = await keepPhoto(await clear.png().toBuffer());
    expect(white.width).toBe(8);
    expect((await sharp(white.large).raw().toBuffer())[0]).toBeGreaterThan(250);
  });
  test("no picture, another kind, a cut one and an empty file are refused in words", async () => {
    const whole = await picture(400, 400).jpeg().toBuffer();
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>');
    for (const bytes of [Buffer.from("no picture"), Buffer.alloc(0), svg, whole.subarray(0, 700)])
      await expect(keepPhoto(bytes)).rejects.toMatchObject({
        path: "photo",
        message: expect.stringContaining("will do"),
      });
  });
});
