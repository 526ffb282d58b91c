import { readdirSync } from "node:fs";
import type { Page } from "@playwright/test";
import { onDatabase } from "./database.ts";
import { choose, DEMO, expect, pageIn, plate, saved, seriousFaults, signIn, test, type } from "./page.ts";

/** What each page says that only whoever may see it reads. */
const PAGES: Readonly<
  Record<string, { readonly says: string; readonly for: readonly (keyof typeof DEMO)[] }>
> = {
  "/bench": { says: "Vessels", for: ["lead", "barista", "trainee"] },
  "/bench/brewers": { says: "Turnstone", for: ["lead", "barista", "trainee"] },
  "/log": { says: "Batches", for: ["lead", "barista", "trainee"] },
  "/recipes": { says: "Loft cone", for: ["lead", "barista", "trainee"] },
  "/recipes/0190a5c0-0000-7000-8000-000000000060": {
    says: "Its rhythm at another size",
    for: ["lead", "barista", "trainee"],
  },
  "/recipes/new": { says: "Its water in its time", for: ["lead", "barista"] },
  "/recipes/0190a5c0-0000-7000-8000-000000000060/approve?v=0190a5c0-0000-7000-8000-000000000064": {
    says: "Make version 3",
    for: ["lead"],
  },
  "/scale": { says: "Before you brew", for: ["lead", "barista", "trainee"] },
  "/shift": { says: "To brew", for: ["lead", "barista", "trainee"] },
  "/me": { says: "Your sign-ins", for: ["lead", "barista", "trainee"] },
  "/people": { says: "Signed in now", for: ["lead"] },
  "/people/audit": { says: "anybody", for: ["lead"] },
};

test.describe("without a sign-in", () => {
  test.use({ as: "nobody" });

  test("every page leads to the door and back, and shows nothing of the house before", async ({ page }) => {
    const pages = readdirSync("src/app", { recursive: true, encoding: "utf8" }).filter((file) =>
      file.endsWith("page.tsx"),
    );
    for (const file of pages) {
      const path = `/${file
        .replace(/\/?page\.tsx$/, "")
        .replace("(house)/", "")
        .replace("[id]", DEMO_CARD)
        .replace("[part]", "brewers")}`;
      if (path === "/sign-in") continue;
      const reply = await page.request.get(path, { maxRedirects: 0 });
      // A ballot is open to whoever has its code, and to nobody else.
      const isBallot = path.startsWith("/ballot/");
      expect(reply.status(), path).toBe(isBallot ? 404 : 307);
      if (!isBallot) expect(reply.headers().location, path).toContain("/sign-in?next=");
      expect(await reply.text(), path).not.toMatch(/Fulmar|Loft cone/);
    }
    await page.goto("/scale?pins=doseG:190,brewRatio:16");
    await signIn(page, DEMO.barista);
    await expect(plate(page, "coffee")).toContainText("190 g");
  });

  test("nowhere else than into the house", async ({ page }) => {
    for (const next of [
      "//evil.example/",
      "https://evil.example/",
      "/\\evil.example",
      "javascript:alert(1)",
    ]) {
      await page.goto(`/sign-in?next=${encodeURIComponent(next)}`);
      await signIn(page, DEMO.trainee);
      await expect(page).toHaveURL(/\/scale/);
      await page.request.delete("/api/session");
    }
  });

  test("the API asks who it is, but computes for whoever sits at this machine", async ({ request }) => {
    for (const path of ["/api/v1/cards", `/api/v1/cards/${DEMO_CARD}`, "/api/v1/shifts/2026-07-15"]) {
      const reply = await request.get(path);
      expect([reply.status(), (await reply.json()).error.code], path).toEqual([401, "signIn"]);
    }
  });
});

/** A context of its own would take the test's sign-in along. */
const NOBODY = { cookies: [], origins: [] };

const DEMO_CARD = "0190a5c0-0000-7000-8000-00000000dead";

for (const who of ["lead", "barista", "trainee"] as const) {
  test.describe(`as a ${who}`, () => {
    test.use({ as: who });

    test("the pages that are theirs, and a sentence for the others", async ({ page }) => {
      for (const [path, { says, for: roles }] of Object.entries(PAGES)) {
        await page.goto(path);
        const main = page.getByRole("main");
        if ((roles as readonly string[]).includes(who)) await expect(main).toContainText(says);
        else {
          await expect(main.getByRole("heading", { name: "This is not yours to do" })).toBeVisible();
          await expect(main).not.toContainText(says);
        }
      }
    });
  });
}

test.describe("a trainee", () => {
  test.use({ as: "trainee" });

  test("scales to learn, keeps nothing, and is told who does", async ({ page }) => {
    await page.goto("/scale");
    await type(page, "coffee", "190");
    await expect(plate(page, "set Fulmar to")).toContainText("3.1 l");
    await expect(page.getByRole("button", { name: "Save as card" })).toHaveCount(0);
    await expect(page.getByText("Keeping a card is for a lead or a barista.")).toBeVisible();
    await page.goto("/shift");
    await expect(page.getByRole("combobox", { name: "add a card" })).toHaveCount(0);
    await expect(page.getByText("Changing the list is for a lead or a barista.")).toBeVisible();
  });
});

test.describe("past the screens", () => {
  test("a lead's action, sent again as a barista, is refused", async ({ page, browser, baseURL }) => {
    await page.goto("/people");
    const sent = page.waitForRequest((request) => request.method() === "POST");
    await page.getByRole("button", { name: "Add somebody" }).click();
    await page.getByLabel("name", { exact: true }).fill("Tam Kelpie");
    await page.getByLabel("PIN or passphrase").fill("739104");
    await page.getByRole("button", { name: "Add", exact: true }).click();
    await expect(page.getByText("Tam Kelpie", { exact: true })).toBeVisible();
    const request = await sent;
    const body = (request.postData() ?? "")
      .replace(/"id":"[^"]+"/, `"id":"${OTHER_ID}"`)
      .replace("Tam", "Sam");

    const context = await browser.newContext({ baseURL: baseURL ?? "", storageState: NOBODY });
    const other = await pageIn(context);
    await other.goto("/sign-in?next=/me");
    await signIn(other, DEMO.barista);
    await expect(other.getByRole("heading", { name: DEMO.barista.name })).toBeVisible();
    const { "next-action": action = "", "content-type": contentType = "" } = request.headers();
    const replay = (headers: Record<string, string>) =>
      other.request.post("/people", {
        headers: { "next-action": action, "content-type": contentType, ...headers },
        data: body,
      });
    expect(await (await replay({})).text()).toContain("Changing people is for a lead.");

    // A page of another site, with the lead's cookies: not even asked.
    const foreign = await page.request.post("/people", {
      headers: { "next-action": action, "content-type": contentType, origin: "https://evil.example" },
      data: body,
    });
    expect([foreign.status(), (await foreign.json()).error.code]).toEqual([403, "crossSite"]);
    await context.close();
    await page.reload();
    await expect(page.getByText("Sam Kelpie")).toHaveCount(0);
  });

  test("a sign-in that the lead ends is over, and so is one that was copied", async ({
    page,
    browser,
    baseURL,
  }) => {
    const context = await browser.newContext({
      baseURL: baseURL ?? "",
      storageState: NOBODY,
      userAgent: "Mozilla/5.0 (iPad)",
    });
    const other = await pageIn(context);
    await other.goto("/sign-in?next=/scale");
    await signIn(other, DEMO.trainee);
    await expect(plate(other, "coffee")).toBeVisible();
    const cookies = await context.cookies();

    await page.goto("/people");
    const line = page
      .getByRole("listitem")
      .filter({ hasText: "Mirren Sallow" })
      .filter({ hasText: "a tablet" });
    await line.first().getByRole("button", { name: "End" }).click();
    await expect(line).toHaveCount(0);

    await other.reload();
    await expect(other).toHaveURL(/\/sign-in/);
    const copy = await browser.newContext({ baseURL: baseURL ?? "", storageState: NOBODY });
    await copy.addCookies(cookies);
    expect(await (await copy.request.get("/api/session")).json()).toEqual({ person: null });
    await context.close();
    await copy.close();
  });
});

const OTHER_ID = "0190a5c0-0000-7000-8000-00000000beef";

test.describe("people", () => {
  test.describe.configure({ mode: "serial" });

  test("what is typed wrong is answered at its field", async ({ page }) => {
    await page.goto("/people");
    await page.getByRole("button", { name: "Add somebody" }).click();
    const name = page.getByLabel("name", { exact: true });
    const pin = page.getByLabel("PIN or passphrase");
    const add = page.getByRole("button", { name: "Add", exact: true });
    for (const [typedName, typedPin, sentence] of [
      ["", "739104", "Type a name."],
      ["   ", "739104", "Type a name."],
      ["x".repeat(300), "739104", "A name has at most 60 letters."],
      ["Ada\u202Eevil", "739104", "invisible character"],
      ["Ïda Qüill", "739104", "Somebody here has this name already"],
      ["Wren", "12345", "A PIN has 6 digits or more."],
      ["Wren", "123456", "These digits follow each other"],
      ["Wren", "000000", "This repeats itself"],
      ["Wren", "tea cup", "A passphrase has 8 characters or more."],
    ] as const) {
      await name.fill(typedName);
      await pin.fill(typedPin);
      await add.click();
      await expect(page.getByRole("main").getByRole("alert")).toContainText(sentence);
      await expect(name).toHaveValue(typedName);
    }
    // Any script is a name, and a script in angle brackets is only that.
    for (const odd of ["مريم", "<script>alert(1)</script>"]) {
      await name.fill(odd);
      await pin.fill("the kettle sings at six");
      await add.click();
      await expect(page.getByRole("row").filter({ hasText: odd }).first()).toBeVisible();
      await page.getByRole("button", { name: "Add somebody" }).click();
    }
  });

  test("the last lead stays", async ({ page }) => {
    await page.goto("/people");
    await page.getByRole("button", { name: "Archive Oda Venn" }).click();
    await expect(page.getByText("This is the only lead.")).toBeVisible();
  });

  test("two leads change one person: each field is chosen", async ({ page, browser, baseURL }) => {
    const context = await browser.newContext({
      baseURL: baseURL ?? "",
      storageState: await page.context().storageState(),
    });
    const other = await pageIn(context);
    const edit = async (where: Page, name: string) => {
      await where.getByRole("button", { name: `Edit ${name}` }).click();
    };
    for (const where of [page, other]) {
      await where.goto("/people");
      await edit(where, "Brannoc Teal");
    }
    await other.getByLabel("name", { exact: true }).fill("Brannoc Tarn");
    await choose(other, "role", "trainee");
    await other.getByRole("button", { name: "Save", exact: true }).click();
    await expect(other.getByText("Brannoc Tarn", { exact: true })).toBeVisible();

    await page.getByLabel("name", { exact: true }).fill("Bran Teal");
    await page.getByRole("button", { name: "Save", exact: true }).click();
    const conflict = page.getByRole("dialog", { name: /Two of you changed/ });
    await expect(conflict).toContainText("Oda Venn was faster");
    // Only they changed the role, so it is theirs already; the name both did.
    await expect(conflict.getByRole("radio", { name: /trainee/ })).toBeChecked();
    const save = conflict.getByRole("button", { name: "Save what is chosen" });
    await expect(save).toBeDisabled();
    expect(await seriousFaults(page)).toEqual([]);
    await conflict.getByRole("radio", { name: /Bran Teal/ }).check();
    await save.click();
    const line = page.getByRole("row").filter({ hasText: "Bran Teal" }).filter({ hasText: "trainee" });
    await expect(line.first()).toBeVisible();
    await context.close();
  });

  test("two browsers change one list: each line is chosen, and both are kept", async ({
    page,
    browser,
    baseURL,
  }) => {
    await page.goto("/scale");
    // A tap before the page listens is lost: what is forecast says that it does.
    await page.getByTestId("sureness").waitFor();
    await page.getByRole("button", { name: "Save as card" }).click();
    await expect(page.getByText(/kept as a card/i)).toBeVisible();
    const day = "/shift?day=2026-07-18";
    await page.goto(day);
    await page.getByRole("combobox", { name: "add a card" }).click();
    await page.getByRole("option").first().click();
    const batches = (where: Page) => where.getByRole("textbox", { name: /batches of/ });
    await expect(batches(page)).toHaveValue("1");
    await saved(page);
    const context = await browser.newContext({
      baseURL: baseURL ?? "",
      storageState: await page.context().storageState(),
    });
    const other = await pageIn(context);
    await other.goto(day);

    await batches(other).fill("4");
    await batches(other).press("Enter");
    await saved(other);
    await batches(page).fill("7");
    await batches(page).press("Enter");
    const conflict = page.getByRole("dialog", { name: /Two of you changed this list/ });
    await conflict.getByRole("radio", { name: /7 ×/ }).check();
    await conflict.getByRole("button", { name: "Save what is chosen" }).click();
    await expect(conflict).toBeHidden();
    await saved(page);
    await other.reload();
    await expect(batches(other)).toHaveValue("7");
    await context.close();
  });

  test("all of it is in the trail, with before and after, and is filtered", async ({ page }) => {
    await page.goto("/people/audit");
    const lines = page.getByRole("table", { name: "changes" }).locator("tbody");
    await expect(
      lines.filter({ hasText: "Bran Teal" }).filter({ hasText: "Brannoc Tarn" }).first(),
    ).toBeVisible();
    await choose(page, "of", "a station");
    await expect(page.getByText("Nothing was changed, or nothing that fits.")).toBeVisible();
    await expect(page).toHaveURL(/what=station/);
    await choose(page, "of", "a person");
    await expect(lines.first()).toContainText("person");
    await expect(lines.filter({ hasText: "added" }).first()).toContainText("Oda Venn");
  });

  test("who leaves is archived, taken out for good, and their record was theirs to have", async ({
    page,
  }) => {
    await page.goto("/people");
    const row = page.getByRole("row").filter({ hasText: "Tam Kelpie" });
    const download = page.waitForEvent("download");
    await row.getByRole("link", { name: "Record of Tam Kelpie" }).click();
    expect((await download).suggestedFilename()).toMatch(/^record-.*\.json$/);
    await page.getByRole("button", { name: "Archive Tam Kelpie" }).click();
    await expect(page.getByText("Tam Kelpie cannot sign in any more.")).toBeVisible();
    await page.getByText(/Worked here before/).click();
    await page.getByRole("button", { name: "Anonymise Tam Kelpie" }).click();
    await page.getByRole("button", { name: "Take “Tam Kelpie” out for good" }).click();
    await expect(page.getByText("a former barista")).toBeVisible();
    await page.goto("/people/audit");
    await expect(page.getByRole("main")).toContainText("a former barista");
    await expect(page.getByRole("main")).not.toContainText("Kelpie");
  });
});

test("a token reads, or reads and writes, until it is revoked, and is shown once", async ({
  page,
  request,
}) => {
  const make = async (name: string, scope: string) => {
    await page.goto("/people");
    await page.getByLabel("what it is for").fill(name);
    await choose(page, "for", scope);
    await page.getByRole("button", { name: "Make a token" }).click();
    return (await page.getByRole("status").locator("code").textContent()) ?? "";
  };
  const put = (token: string, revision: number) =>
    request.put("/api/v1/shifts/2026-07-23", {
      headers: { authorization: `Bearer ${token}` },
      data: { revision, items: [] },
    });
  const read = await make("wall display", "reading only");
  const write = await make("till", "reading and writing");
  await page.reload();
  await expect(page.getByRole("main")).not.toContainText(write);
  const headers = { authorization: `Bearer ${read}` };
  expect((await request.get("/api/v1/shifts/2026-07-23", { headers })).status()).toBe(200);
  expect((await request.get("/api/v1/cards", { headers })).status()).toBe(200);
  const refused = await put(read, 0);
  expect([refused.status(), (await refused.json()).error.code]).toEqual([403, "notYours"]);
  expect((await put(write, 0)).status()).toBe(200);
  const bad = await request.put("/api/v1/shifts/2026-07-23", {
    headers: { authorization: `Bearer ${write}` },
    data: { revision: 0, items: [{ id: "x" }] },
  });
  expect([bad.status(), (await bad.json()).error.code]).toEqual([422, "badInput"]);
  // Hours that end before they begin are refused where they stand; a day's ice comes back as it was sent.
  const iceFor = (toMin: number) =>
    request.put("/api/v1/shifts/2026-07-23", {
      headers: { authorization: `Bearer ${write}` },
      data: { revision: 0, items: [], ice: { fromMin: 660, toMin, sources: [] } },
    });
  const late = await iceFor(600);
  expect([late.status(), (await late.json()).error.message]).toEqual([
    422,
    expect.stringContaining("ice.toMin must be more than 660"),
  ]);
  const revised = await iceFor(1020);
  expect(revised.status()).toBe(200);
  const kept = await (await request.get("/api/v1/shifts/2026-07-23", { headers })).json();
  expect(kept.ice).toEqual({ fromMin: 660, toMin: 1020, sources: [] });
  const record = await request.get(`/api/v1/people/${OTHER_ID}/record`, { headers });
  expect(record.status()).toBe(403);

  await page.getByRole("button", { name: "Revoke wall display" }).click();
  await expect(page.getByRole("button", { name: "Revoke wall display" })).toHaveCount(0);
  expect((await request.get("/api/v1/cards", { headers })).status()).toBe(401);
  expect(
    (await request.get("/api/v1/cards", { headers: { authorization: "Bearer tumbek_made_up" } })).status(),
  ).toBe(401);
});

test("people are looked after by keyboard alone", async ({ page }) => {
  await page.goto("/scale");
  await page.waitForLoadState("networkidle");
  const { keyboard } = page;
  const reach = async (name: RegExp) => {
    for (let i = 0; i < 150; i++) {
      await keyboard.press("Tab");
      const label = await page.evaluate(() => {
        const at = document.activeElement;
        if (!at || at === document.body) return "";
        return (
          at.getAttribute("aria-label") ??
          (at as HTMLInputElement).labels?.[0]?.textContent ??
          at.textContent ??
          ""
        );
      });
      if (name.test(label)) return;
    }
    throw new Error(`no way by Tab to ${name}`);
  };
  const find = async (what: string) => {
    await keyboard.press("/");
    await expect(page.getByRole("combobox", { name: "Find or do" })).toBeFocused();
    await keyboard.type(what);
    await keyboard.press("Enter");
  };
  await find("people, tab");
  await expect(page).toHaveURL(/\/people/);
  await reach(/Add somebody/);
  await keyboard.press("Enter");
  await expect(page.getByLabel("PIN or passphrase")).toBeVisible();
  await reach(/^name/);
  await keyboard.type("Corrie Fell");
  await reach(/^role/);
  await keyboard.press("Enter");
  await expect(page.getByRole("listbox")).toBeVisible();
  await keyboard.type("tra", { delay: 30 });
  await keyboard.press("Enter");
  await reach(/PIN or passphrase/);
  await keyboard.type("648205");
  await keyboard.press("Enter");
  await expect(page.getByRole("row").filter({ hasText: "Corrie Fell" })).toContainText("trainee");
  await reach(/Archive Corrie Fell/);
  await keyboard.press("Enter");
  await expect(page.getByText("Corrie Fell cannot sign in any more.")).toBeVisible();
  await find("audit");
  const newest = page.getByRole("table", { name: "changes" }).locator("tbody").first();
  await expect(newest).toContainText("person Corrie Fell");
  await expect(newest).toContainText("archived");
  await reach(/^of/);
  await keyboard.press("Enter");
  await expect(page.getByRole("listbox")).toBeVisible();
  await keyboard.type("a tok", { delay: 30 });
  await keyboard.press("Enter");
  await expect(page).toHaveURL(/what=token/);
});

test.describe("on a shared tablet", () => {
  test.use({ as: "nobody" });

  test("two taps switch the person, a lead is asked for the PIN, and a lock keeps the draft", async ({
    page,
  }) => {
    await page.clock.install();
    await page.goto("/sign-in?next=/people");
    await signIn(page, DEMO.lead);
    await page.getByLabel("this tablet's name").fill("counter");
    await page.getByRole("button", { name: "Make this tablet a station" }).click();
    await expect(page.getByText("this tablet, made by")).toBeVisible();
    // The lead's own sign-in was before: from the next one on, the tablet is a station.
    await page.goto("/scale");
    await type(page, "coffee", "187");

    await page.getByRole("button", { name: /Oda Venn.*switch person/ }).click();
    await page
      .getByRole("listitem")
      .getByRole("button", { name: /Ida Quill/ })
      .click();
    await expect(page.getByRole("button", { name: /Ida Quill.*switch person/ })).toBeVisible();
    await expect(plate(page, "coffee")).toContainText("187 g");

    // A lead's work is refused with a sentence, and takes the lead's PIN.
    await page.getByRole("button", { name: /Ida Quill.*switch person/ }).click();
    await page
      .getByRole("listitem")
      .getByRole("button", { name: /Oda Venn/ })
      .click();
    await expect(page.getByLabel("PIN of Oda Venn")).toBeVisible();
    await page.keyboard.press("Escape");

    // Nobody touches it for a while, with a figure half typed.
    await plate(page, "coffee").getByRole("button", { name: "coffee:" }).click();
    await page.getByRole("textbox", { name: "coffee", exact: true }).fill("19");
    await page.clock.fastForward("05:10");
    const lock = page.getByRole("dialog", { name: /Locked/ });
    await expect(lock).toBeVisible();
    await expect(page.getByRole("textbox", { name: "coffee", exact: true })).toBeHidden();
    await page.keyboard.press("Escape");
    await expect(lock).toBeVisible();
    await expect.poll(async () => (await page.request.get("/api/session")).json()).toEqual({ person: null });
    expect(await seriousFaults(page)).toEqual([]);

    await lock.getByRole("button", { name: /Ida Quill/ }).click();
    await expect(lock).toBeHidden();
    await expect(page.getByRole("textbox", { name: "coffee", exact: true })).toHaveValue("19");
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Save as card" }).click();
    await expect(page.getByText(/kept as a card/i)).toBeVisible();
    await page.goto("/people");
    await expect(page.getByText("Changing people is for a lead.")).toBeVisible();
  });

  test("a sign-in that ended elsewhere asks again, and what was typed is still there", async ({ page }) => {
    await page.goto("/sign-in?next=/scale");
    await signIn(page, DEMO.barista);
    await type(page, "coffee", "186");
    await onDatabase((query) => query("DELETE FROM sessions WHERE user_agent NOT LIKE ?", ["%nobody%"]));
    await page.getByRole("button", { name: "Save as card" }).click();
    const lock = page.getByRole("dialog", { name: /Locked/ });
    await expect(lock).toBeVisible();
    await signIn(page, DEMO.barista);
    await expect(plate(page, "coffee")).toContainText("186 g");
    await page.getByRole("button", { name: "Save as card" }).click();
    await expect(page.getByText(/kept as a card/i)).toBeVisible();
  });

  test("all of it by keyboard alone", async ({ page }) => {
    await page.goto("/sign-in?next=/scale");
    await page.waitForLoadState("networkidle");
    const { keyboard } = page;
    const focused = () =>
      page.evaluate(
        () => (document.activeElement === document.body ? "" : document.activeElement?.textContent) ?? "",
      );
    while (!(await focused()).startsWith("Ida Quill")) await keyboard.press("Tab");
    await keyboard.press("Enter");
    await expect(page.getByLabel("PIN of Ida Quill")).toBeFocused();
    await keyboard.type("111111");
    await keyboard.press("Enter");
    await expect(page.getByText("That is not the PIN of Ida Quill.")).toBeVisible();
    await expect(page.getByLabel("PIN of Ida Quill")).toBeFocused();
    await keyboard.type(DEMO.barista.pin);
    await keyboard.press("Enter");
    await expect(plate(page, "coffee")).toBeVisible();
    await page.waitForLoadState("networkidle");
    while (!(await focused()).includes("switch person")) await keyboard.press("Tab");
    await keyboard.press("Enter");
    await expect(page.getByRole("dialog", { name: "Who is at the counter?" })).toBeVisible();
    while (!(await focused()).startsWith("Mirren")) await keyboard.press("Tab");
    await keyboard.press("Enter");
    await keyboard.type(DEMO.trainee.pin);
    await keyboard.press("Enter");
    await expect(page.getByRole("button", { name: /Mirren Sallow.*switch person/ })).toBeVisible();
  });
});
