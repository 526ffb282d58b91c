import { DATABASE_HOME, onDatabase } from "./database.ts";
import { expect, plate, test, type } from "./page.ts";

const TYPED = [
  ["coffee", "", "Type a figure."],
  ["coffee", "much", "is not a figure"],
  ["coffee", "-5", "cannot be below nothing"],
  ["coffee", "999999", "That is too much: at most 20\u202f000 g."],
  ["coffee", "1,500", "Do you mean 1.5 or 1\u202f500?"],
  ["coffee", "200 ml", "This is weighed"],
  ["coffee", "<script>alert(1)</script>", "is not a figure"],
  ["coffee in the pot", "5 constructor", "is not a unit for this"],
  ["ratio, hot water", "62", "62 g/l (1:16.13)?"],
  ["ratio, hot water", "2", "the bed keeps all the water"],
  ["strength", "'; DROP TABLE cards; --", "is not a figure"],
] as const;

for (const [figure, text, sentence] of TYPED) {
  test(`${figure}: “${text}” is answered at its field, and kept`, async ({ page }) => {
    await page.goto("/scale");
    await type(page, figure, text);
    await expect(plate(page, figure).getByRole("alert")).toContainText(sentence);
    await expect(page.getByRole("textbox", { name: figure, exact: true })).toHaveValue(text);
    await page.keyboard.press("Escape");
    await expect(plate(page, "coffee")).toContainText("202 g");
  });
}

const LINKS = [
  "pins=doseG:NaN,brewRatio:16",
  "pins=doseG:1e999",
  "pins=__proto__:5,constructor:7",
  "pins=doseG:20,doseG:30",
  `pins=${"doseG:1,".repeat(300)}`,
  "recipe=%3Cscript%3Ealert(1)%3C/script%3E",
  "brewer=' OR 1=1 --&serve=lukewarm",
];
for (const link of LINKS) {
  test(`a link with ${link.slice(0, 40)} starts afresh and says so`, async ({ page }) => {
    await page.goto(`/scale?${link}`);
    await expect(page.getByRole("status")).toContainText("The link named something that is not here");
    await expect(plate(page, "coffee")).toContainText("202 g");
  });
}

test("pins that make no sheet are said, and the sheet starts afresh", async ({ page }) => {
  await page.goto("/scale?pins=doseG:100,brewWaterG:200");
  await expect(page.getByRole("main").getByRole("alert")).toContainText(
    "The bed would keep 12 g more water than goes in",
  );
  await page.getByRole("button", { name: "Start afresh with the recipe's own pins" }).click();
  await expect(plate(page, "coffee")).toContainText("202 g");
  await expect(page.getByRole("main").getByRole("alert")).toHaveCount(0);
});

test("a sheet that cannot be brewed is kept as a draft, which looks it", async ({ page }) => {
  await page.goto("/scale?pins=doseG:240,brewRatio:14");
  await expect(page.getByText("more than the basket takes")).toBeVisible();
  await page.getByRole("button", { name: "Save as draft" }).click();
  await page.getByRole("button", { name: "Open it" }).click();
  await expect(page.getByRole("article")).toContainText("Draft: do not brew");
});

const NAMES = ["<script>document.title='taken'</script>", "Robert'); DROP TABLE cards; --"];
for (const name of NAMES) {
  test(`a coffee, a brewer and a site named ${name} are only names`, async ({ page }) => {
    const rename = (from: string, to: string) =>
      onDatabase(async (query) => {
        for (const table of ["coffees", "brewers", "sites", "vessels", "grinders", "recipes"]) {
          await query(`UPDATE ${table} SET name = ? WHERE name = ?`, [to, from]);
        }
        await query("UPDATE bench_revisions SET n = n + 1 WHERE part = 'equipment'");
      });
    const named = ["Saltmarsh", "Fulmar", "Pier Head", "Chough", "Loft cone"];
    for (const each of named) await rename(each, `${name} ${each}`);
    try {
      await page.goto("/scale");
      await expect(plate(page, "coffee")).toContainText("202 g");
      await expect(page.getByRole("combobox", { name: "on", exact: true })).toContainText(`${name} Fulmar`);
      await page.getByRole("button", { name: "Save as card" }).click();
      await page.getByRole("button", { name: "Open it" }).click();
      await expect(page.getByRole("heading", { name: `${name} Saltmarsh, hot` })).toBeVisible();
      await page.goto("/shift");
      await expect(page.getByRole("heading", { name: "Shift" })).toBeVisible();
      expect(await page.title()).toContain("Tumbek");
    } finally {
      for (const each of named) await rename(`${name} ${each}`, each);
      await onDatabase((query) => query("DELETE FROM cards WHERE sheet LIKE ?", [`%${name.slice(0, 8)}%`]));
    }
  });
}

test("the application's own account reads and writes rows, and cannot empty, change or unguard a table", async () => {
  await onDatabase(async (query) => {
    const refused = async (statement: string, why: RegExp) =>
      await expect(query(statement), statement).rejects.toThrow(why);
    // A line of each, so that there is something to take away; both go again.
    await query("START TRANSACTION");
    await query(
      "INSERT INTO audit (id, at, action, subject, subject_id) VALUES ('a', NOW(3), 'added', 'cup', 'b')",
    );
    await query(
      "INSERT INTO events (site_id, n, id, kind, at, kept_at, details) SELECT id, 999999, 'c', 'batchLogged', NOW(3), NOW(3), '{}' FROM sites LIMIT 1",
    );
    await refused("DELETE FROM audit", /only added to/);
    await refused("UPDATE audit SET action = 'added'", /only added to/);
    await refused("DELETE FROM events", /only added to/);
    await query("ROLLBACK");
    for (const statement of [
      "TRUNCATE TABLE audit",
      "DROP TABLE cards",
      "ALTER TABLE audit ADD COLUMN more INT",
      "DROP TRIGGER audit_stays",
      "CREATE TABLE more (id INT)",
    ]) {
      await refused(statement, /denied/);
    }
  });
});

test("a name that somebody else pointed at this house is answered by nothing of it", async ({
  request,
  baseURL,
}) => {
  const port = new URL(baseURL ?? "").port;
  for (const path of ["/sign-in", "/api/health", "/api/v1/cards"]) {
    const reply = await request.get(path, { headers: { host: `rebound.example:${port}` } });
    expect(reply.status(), path).toBe(421);
    expect(await reply.text()).not.toContain("Oda Venn");
  }
  const known = await request.get("/sign-in", { headers: { host: `localhost:${port}` } });
  expect(known.status()).toBe(200);
});

test.describe("while the house is away", () => {
  test.use({ silent: false });

  test("a card that is not there, and one by no id", async ({ page }) => {
    expect((await page.goto("/cards/0190a5c0-0000-7000-8000-00000000dead"))?.status()).toBe(404);
    expect((await page.goto("/cards/..%2f..%2fetc"))?.status()).toBe(404);
  });

  test("the database gone and back: a sentence, nothing typed lost, and it works again", async ({ page }) => {
    const { startDatabase, stopDatabase } = await import("../scripts/lib/database.mjs");
    await page.goto("/scale");
    await type(page, "coffee", "187");
    await stopDatabase(DATABASE_HOME);
    await page.getByRole("button", { name: "Save as card" }).click();
    await expect(page.getByText("The database does not answer. Nothing you typed is lost")).toBeVisible();
    await expect(plate(page, "coffee")).toContainText("187 g");
    const away = await page.context().newPage();
    await away.goto("/shift");
    await expect(away.getByRole("heading", { name: "The database does not answer" })).toBeVisible();
    await startDatabase(DATABASE_HOME);
    await page.getByRole("button", { name: "Save as card" }).click();
    await expect(page.getByText(/kept as a card/i)).toBeVisible();
  });
});
