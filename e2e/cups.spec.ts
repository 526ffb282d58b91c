import { expect, pageIn, seriousFaults, test } from "./page.ts";

const TASTERS = 6;

test("six tasters with phones say whether a pot is its cup; the verdict stands on the pot and on the wall", async ({
  page,
  browser,
  baseURL,
}) => {
  await page.goto("/wall");
  await page
    .getByRole("link", { name: /approved/ })
    .first()
    .click();
  await expect(page).toHaveURL(/\/log\//);
  await page.getByRole("button", { name: "Ask tasters: three cups, one is the other" }).click();
  await page.getByLabel("held against").fill("the hand cup");
  await page.getByLabel("tasters").fill(String(TASTERS));
  await page.keyboard.press("Tab");
  await page.getByRole("button", { name: "Make the labels" }).click();
  await expect(page).toHaveURL(/\/cups\//);
  const labels = page.getByRole("region", { name: "Labels" }).getByRole("listitem");
  await expect(labels).toHaveCount(TASTERS);
  expect(await seriousFaults(page)).toEqual([]);

  for (let i = 0; i < TASTERS; i++) {
    const label = labels.nth(i);
    const code = (await label.getByRole("img").getAttribute("aria-label"))!.replace("opens ballot ", "");
    // Which cup is the odd one, as the part that is folded back says.
    const poured = [...((await label.textContent()) ?? "").matchAll(/(\d{3}): (pot|the other)/g)].map(
      ([, cup, what]) => ({ cup, what }),
    );
    const odd = poured.find(({ what }) => poured.filter((each) => each.what === what).length === 1);
    const phone = await browser.newContext({
      viewport: { width: 390, height: 844 },
      ...(baseURL !== undefined && { baseURL }),
    });
    const ballot = await pageIn(phone);
    await ballot.goto(`/ballot/${code}`);
    // Five find it, one takes another.
    const answer = i < 5 ? odd?.cup : poured.find(({ cup }) => cup !== odd?.cup)?.cup;
    await ballot.getByRole("button", { name: answer ?? "" }).click();
    await expect(ballot.getByRole("status")).toHaveText(`Thank you: your answer is ${answer}.`);
    await ballot.reload();
    await expect(ballot.getByRole("button").first()).toBeDisabled();
    if (i === 0) expect(await seriousFaults(ballot)).toEqual([]);
    await phone.close();
  }

  await page.reload();
  await expect(page.getByTestId("answered")).toHaveText("6 of 6");
  await expect(page.getByTestId("verdict")).toHaveCount(0);
  await page.getByRole("button", { name: "Close it now" }).click();
  await expect(page.getByTestId("verdict")).toContainText("5 of 6 found the other cup");
  await page.getByRole("link", { name: "To the pot" }).click();
  await expect(page.getByText(/5 of 6 found the other cup/)).toBeVisible();
  await page.goto("/wall");
  await expect(page.getByRole("main").getByText("not the same cup").first()).toBeVisible();
});

test.describe("nobody is signed in", () => {
  test.use({ as: "nobody", silent: false });

  test("a forged code opens no ballot", async ({ page }) => {
    const response = await page.goto("/ballot/ZZZZZZZZ");
    expect(response?.status()).toBe(404);
  });
});
