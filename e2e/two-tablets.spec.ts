import { expect, test } from "@playwright/test";

test("two tablets: different lines both succeed, the same line shows both and asks; a lost server loses nothing", async ({
  browser,
  request,
}) => {
  const id = crypto.randomUUID();
  await request.post("/api/jobs", { data: { id, kind: "rebuild" } });
  const [one, two] = await Promise.all([browser.newPage(), browser.newPage()]);
  await Promise.all([one.goto(`/jobs/${id}/book-in`), two.goto(`/jobs/${id}/book-in`)]);
  const type = async (page: typeof one, label: RegExp, text: string) => {
    await page.getByRole("button", { name: label }).first().click();
    await page.getByLabel("entry").locator("input").fill(text);
    await page.keyboard.press("Enter");
  };
  await type(one, /^customer/, "From the first");
  await expect(one.getByRole("button", { name: /^customer From the first/ })).toBeVisible();
  await type(two, /^customer/, "From the second");
  await expect(two.getByRole("alert").first()).toBeVisible();
  await expect(two.getByRole("button", { name: "there: From the first" })).toBeVisible();
  await two.getByRole("button", { name: "here: From the second" }).click();
  await expect(two.getByRole("button", { name: /^customer From the second/ })).toBeVisible();

  // Figures are append-only: both are kept, the newest counts.
  await type(one, /spacers and their order/, "12, then 8");
  await type(two, /condition and marks/, "rust at the weld");
  await one.reload();
  await expect(one.getByRole("button", { name: /spacers.*12, then 8/ })).toBeVisible();
  await expect(one.getByRole("button", { name: /condition.*rust at the weld/ })).toBeVisible();

  // The server away: the figure is kept in the browser and sent when it answers again.
  await one.route("**/api/**", (route) => route.abort());
  await type(one, /^side to side as found/, "2.5");
  await expect(one.getByRole("alert").first()).toContainText("cannot be reached");
  await one.unroute("**/api/**");
  await type(one, /^hop as found/, "1.5");
  await expect(one.getByRole("button", { name: /^hop as found 1.5/ })).toBeVisible();
  await two.reload();
  await expect(two.getByRole("button", { name: /^side to side as found 2.5/ })).toBeVisible();
  await expect(two.getByRole("button", { name: /^hop as found 1.5/ })).toBeVisible();
});
