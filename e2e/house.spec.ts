import { spawnSync } from "node:child_process";
import { createHash, X509Certificate } from "node:crypto";
import { readFileSync, statSync } from "node:fs";
import { networkInterfaces } from "node:os";
import { join } from "node:path";
import { setUpFirstHouse } from "./firstHouse.ts";
import { type OwnHouse, ownHouse } from "./ownHouse.ts";
import { choose, expect, plate, seriousFaults, signIn, test } from "./page.ts";

const LEAD = { name: "Sennen Rook", pin: "the kettle sings at six" };
const BARISTA = { name: "Wren Skua", pin: "518204" };

let own: OwnHouse;
const house: OwnHouse["run"] = (args, env) => own.run(args, env);

test.use({ as: "nobody", baseURL: undefined, ignoreHTTPSErrors: true });

test.describe("another empty house", () => {
  let house: OwnHouse;
  test.beforeAll(async () => {
    house = await ownHouse("quick-house");
    house.run(["start", "--empty"]);
  });
  test.afterAll(() => {
    house.run(["stop"]);
  });

  test("comes to a first sheet with a dial in five short forms", async ({ page }) => {
    let [forms, fields] = [0, 0];
    const keep = async (name: string) => {
      const form = page.locator("form").filter({ has: page.getByRole("button", { name, exact: true }) });
      forms++;
      fields += await form.locator("input, [role=combobox]").filter({ visible: true }).count();
      await page.getByRole("button", { name, exact: true }).click();
    };
    const fill = (label: string, text: string) => page.getByLabel(label, { exact: true }).fill(text);
    await page.goto(`${house.base}/`);
    await fill("your name", LEAD.name);
    await fill("PIN or passphrase", LEAD.pin);
    await keep("Lead this house");
    await page.getByRole("link", { name: "To the Bench" }).click();
    await fill("name", "Pier Head");
    await fill("above the sea", "4");
    await keep("Keep this site");
    for (const [kind, name] of [
      ["brewer", "Turnstone"],
      ["vessel", "pot, blue"],
      ["grinder", "Chough"],
      ["coffee", "Saltmarsh"],
    ] as const) {
      await fill(`${kind}, its name`, name);
    }
    await keep("Put these on the bench");
    for (const [setting, word] of [
      ["4", "table salt"],
      ["20", "coarse grit"],
    ] as const) {
      await fill("setting", setting);
      await fill("grinds", word);
      await page.getByRole("button", { name: "Add it" }).click();
    }
    await keep("Keep these");
    await page.getByRole("link", { name: "Write it down" }).click();
    await choose(page, "ground on", "Chough");
    for (const [label, text] of [
      ["name", "Loft cone"],
      ["dose", "22 g"],
      ["hot water poured", "352 g"],
      ["dial, 0 to 24", "9.5"],
      ["done at", "3:10"],
      ["came out", "303 g"],
      ["strength", "1.38"],
    ] as const) {
      await fill(label, text);
      // What is left is taken, and what follows from it is printed anew.
      await page.keyboard.press("Tab");
    }
    forms++;
    fields += 7;
    await page.getByRole("button", { name: "Keep it, on trial" }).click();
    await expect(page.getByRole("heading", { name: "Loft cone" })).toBeVisible();
    await page.goto(`${house.base}/scale`);
    await expect(page.getByTestId("dial")).toHaveText(/^\d/);
    await expect(plate(page, "coffee")).toContainText("g");
    expect(forms).toBe(5);
    expect(fields).toBeLessThanOrEqual(45);
  });
});

// Each starts a house, with a database of its own: on a slow disk that takes a while.
test.describe.configure({ mode: "serial", timeout: 300_000 });

test.beforeAll(async () => {
  own = await ownHouse("real-house");
});
test.afterAll(() => {
  house(["stop"]);
});

test("a house with public PINs, or without a lead, is not opened to its network", () => {
  const demo = spawnSync("./tumbek", ["start"], {
    encoding: "utf8",
    env: { ...process.env, TUMBEK_HOST: "0.0.0.0" },
  });
  expect(demo.status).toBe(1);
  expect(demo.stderr).toMatch(/The PINs of .* are public, so the network stays shut/);
  const empty = house(["start", "--empty"], { TUMBEK_HOST: "0.0.0.0" });
  expect(empty.status).toBe(1);
  expect(empty.said).toContain("Nobody leads this house yet");
});

test("an empty house asks for its first lead, who adds a barista", async ({ page }) => {
  const started = house(["start", "--empty"]);
  expect(started.status, started.said).toBe(0);
  expect(started.said).toContain("Name the first lead there.");
  await page.goto(`${own.base}/`);
  await page.getByLabel("your name").fill(LEAD.name);
  await page.getByLabel("PIN or passphrase").fill("123456");
  await page.getByRole("button", { name: "Lead this house" }).click();
  await expect(page.getByRole("main").getByRole("alert")).toContainText("These digits follow each other");
  await page.getByLabel("PIN or passphrase").fill(LEAD.pin);
  await page.getByRole("button", { name: "Lead this house" }).click();
  await expect(page.getByRole("heading", { name: "This house has no site yet" })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await expect(page.getByRole("link", { name: "To the Bench" })).toBeVisible();

  await page.goto(`${own.base}/people`);
  await page.getByRole("button", { name: "Add somebody" }).click();
  await page.getByLabel("name", { exact: true }).fill(BARISTA.name);
  await page.getByLabel("PIN or passphrase").fill(BARISTA.pin);
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText(BARISTA.name, { exact: true })).toBeVisible();
  await expect(page.getByText("TUMBEK_HOST=0.0.0.0 ./tumbek start")).toBeVisible();
});

test("from empty to a first sheet, by keyboard alone: six things on the bench, and four weighings", async ({
  page,
}) => {
  const base = own.base;
  await page.goto(`${base}/sign-in?next=/scale`);
  await signIn(page, LEAD);
  await expect(page.getByRole("heading", { name: "This house has no site yet" })).toBeVisible();
  await setUpFirstHouse(page, base);
  // What is left to measure stands in the order of what it moves.
  await expect(page.getByRole("heading", { name: "Worth measuring next" })).toBeVisible();
  await expect(page.getByRole("main")).toContainText("Turnstone: its basket. A card may be");
  expect(await seriousFaults(page)).toEqual([]);

  await page.goto(`${base}/scale`);
  // As much as Turnstone has water for, which is less than the pot takes.
  await expect(plate(page, "coffee in the pot")).toContainText("for 1\u202f600 g");
  await expect(plate(page, "set Turnstone to")).toContainText("l");
  await expect(page.getByTestId("dial")).toHaveText(/^\d/);
  await expect(page.getByText("Turnstone: its basket is typical, not measured.")).toBeVisible();
  await page.getByRole("button", { name: /^Save as/ }).click();
  await page.getByRole("button", { name: "Open it" }).click();
  await expect(page.getByRole("article")).toContainText("Turnstone: its basket is typical, not measured.");
});

test("opened to its network: over TLS, by its own certificate, and nothing without a sign-in", async ({
  page,
}) => {
  const opened = house(["start"], { TUMBEK_HOST: "0.0.0.0" });
  expect(opened.status, opened.said).toBe(0);
  expect(opened.said).toContain("It is open to the network");
  const outside = Object.values(networkInterfaces())
    .flat()
    .find((each) => each && !each.internal && each.family === "IPv4");
  const base = `https://${outside?.address ?? "127.0.0.1"}:${own.port}`;

  await page.goto(`${base}/people`);
  expect(page.url()).toContain("/sign-in");
  expect(await page.evaluate(() => window.isSecureContext)).toBe(true);
  const calc = await page.request.post(`${base}/api/v1/calc/ice`, { data: {} });
  expect([calc.status(), (await calc.json()).error.code]).toEqual([401, "signIn"]);

  await signIn(page, LEAD);
  await expect(page.getByRole("heading", { name: "On the house's network" })).toBeVisible();
  const [session] = (await page.context().cookies()).filter(({ name }) => name.includes("session"));
  expect(session).toMatchObject({ secure: true, httpOnly: true, sameSite: "Lax" });
  expect((await page.request.post(`${base}/api/v1/calc/ice`, { data: {} })).status()).toBe(422);

  const pem = readFileSync(join(own.home, "certificate", "certificate.pem"));
  const { fingerprint256, raw } = new X509Certificate(pem);
  expect(fingerprint256.replaceAll(":", "").toLowerCase()).toBe(
    createHash("sha256").update(raw).digest("hex"),
  );
  await expect(page.getByText(fingerprint256)).toBeVisible();
  for (const secret of ["certificate/key.pem", "database/secret.json"]) {
    expect(statSync(join(own.home, secret)).mode & 0o077, secret).toBe(0);
  }
  if (outside) {
    await expect(page.getByRole("img", { name: `a code that opens ${base}` })).toBeVisible();
  }
});

test("behind a proxy that it was told of, everybody has to sign in", async ({ page }) => {
  house(["stop"]);
  const opened = house(["start"], { TUMBEK_PROXY: "127.0.0.1", TUMBEK_URL: "https://coffee.example" });
  expect(opened.status, opened.said).toBe(0);
  const base = own.base;
  const knock = (address: string) =>
    page.request.post(`${base}/api/v1/calc/ice`, { data: {}, headers: { "x-forwarded-for": address } });
  expect((await knock("192.0.2.1")).status()).toBe(401);
  await page.goto(`${base}/sign-in`);
  await expect(page.getByText(BARISTA.name)).toBeVisible();
});
