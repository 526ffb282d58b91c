import { setTimeout as pause } from "node:timers/promises";
import { houseFrom } from "../scripts/lib/place.mjs";
import { runningServer } from "../scripts/lib/server.mjs";
import { DEMO, expect, signIn, test } from "./page.ts";
import { serversOf, sharedHouse } from "./servers.ts";

// A server that was killed answers nothing, and the browser says so.
test.use({ as: "nobody", silent: false });

const LOOKS_EVERY_MS = 200;

/** Two application servers, as two processes, on one database. */
test.describe("two servers on one house", () => {
  let house: Awaited<ReturnType<typeof sharedHouse>>;
  let one: Awaited<ReturnType<typeof house.start>>;
  let two: Awaited<ReturnType<typeof house.start>>;
  test.beforeAll(async () => {
    house = await sharedHouse("shared");
    [one, two] = await Promise.all([house.start(), house.start()]);
  });
  test.afterAll(() => house.end());

  test("600 events that both write are followed at either, in order, without one skipped", async () => {
    // Nothing here is timed: a slow machine takes as long as it takes.
    test.setTimeout(600_000);
    const EACH = 300;
    const headers = { authorization: `Bearer ${await house.token()}`, "content-type": "application/json" };
    const write = async (base: string, day: string) => {
      let revision = 0;
      for (let n = 1; n <= EACH; n++) {
        const ice = { fromMin: 600, toMin: 600 + (n % 600) + 1, sources: [] };
        const response = await fetch(`${base}/api/v1/shifts/${day}`, {
          method: "PUT",
          headers,
          body: JSON.stringify({ revision, items: [], ice }),
        });
        const answer = await response.json();
        expect(response.status, JSON.stringify(answer)).toBe(200);
        revision = answer.revision;
      }
    };
    let writing = true;
    const follow = async (base: string) => {
      const days: string[] = [];
      for (let last = 0; ; ) {
        const isLastLook = !writing;
        const page = await (await fetch(`${base}/api/v1/events?after=${last}`, { headers })).json();
        for (const event of page.events) {
          expect(event.n).toBe(last + 1);
          // The demo house was planned and served in before.
          if (event.kind === "listChanged") days.push(`${event.details.day} ${event.details.revision}`);
          last = event.n;
        }
        expect(page.last).toBe(last);
        if (isLastLook && page.events.length === 0) return days;
        // As somebody looks who follows: whoever asks without a pause only slows the writers.
        if (page.events.length === 0) await pause(LOOKS_EVERY_MS);
      }
    };
    const following = [one, two].map(({ base }) => follow(base));
    await Promise.all([write(one.base, "2026-07-20"), write(two.base, "2026-07-21")]);
    writing = false;
    const [atOne, atTwo] = await Promise.all(following);
    // The house was planned before: two of its lists are followed, too.
    expect(atOne!.filter((each) => /^2026-07-2[01] /.test(each))).toHaveLength(2 * EACH);
    expect(atTwo).toEqual(atOne);
    for (const day of ["2026-07-20", "2026-07-21"]) {
      const own = atOne!.filter((each) => each.startsWith(day));
      expect(own).toEqual(Array.from({ length: EACH }, (_, i) => `${day} ${i + 1}`));
    }
  });

  test("the demo house as it is opened says that a grinder moved: on Scale, and on the wall", async ({
    page,
  }) => {
    await page.goto(`${one.base}/sign-in?next=/scale`);
    await signIn(page, DEMO.lead);
    await expect(page.getByText(/Chough grinds finer since .* now\./)).toBeVisible();
    await page.goto(`${one.base}/wall`);
    await expect(page.getByText(/its grinder has moved since/).first()).toBeVisible();
  });

  test("a fit that is asked for at one survives its kill, and is done by the other, once", async ({
    page,
  }) => {
    test.setTimeout(600_000);
    const jobs = () =>
      house.query("SELECT state, tries, answer FROM jobs WHERE kind = 'fitPair' ORDER BY asked_at DESC");
    // Nothing learns from the log yet.
    await house.query("DELETE FROM fits");
    await house.query("UPDATE bench_revisions SET n = n + 1 WHERE part = 'learned'");
    await page.goto(`${one.base}/sign-in?next=/log/forecast`);
    await signIn(page, DEMO.lead);
    // Any server may take a job: while it is asked for there is but one, and that one can't keep its fit.
    await two.kill();
    await house.whileLocked("fits", async () => {
      await page.getByRole("button", { name: "Learn from these batches, from now on" }).click();
      await expect.poll(async () => (await jobs())[0]?.state).toBe("taken");
      await one.kill();
    });
    // The killed server had kept nothing yet.
    expect(await house.query("SELECT * FROM fits")).toEqual([]);
    expect(await jobs()).toMatchObject([{ state: "taken", tries: 1 }]);

    const other = await house.start();
    await expect.poll(async () => (await jobs())[0]?.state, { timeout: 240_000 }).toBe("done");
    expect(await jobs()).toMatchObject([{ tries: 2 }]);
    expect(await house.query("SELECT * FROM fits")).toHaveLength(1);
    const trail = await house.query("SELECT * FROM audit WHERE subject = 'brewer' AND action = 'measured'");
    expect(trail).toHaveLength(1);
    // The sign-in counts at the other server, too, and there it stands.
    await page.goto(`${other.base}/log/forecast`);
    await expect(page.getByRole("button", { name: "Learn again" })).toBeVisible();
  });
});

test("one of a house's own servers that dies is started anew, and the house answers meanwhile", async ({
  request,
}) => {
  const { pid } = runningServer(houseFrom());
  const before = serversOf(pid);
  process.kill(before[0]!, "SIGKILL");
  await expect.poll(() => serversOf(pid).includes(before[0]!)).toBe(false);
  await expect.poll(() => serversOf(pid).length).toBe(before.length);
  for (let i = 0; i < 2 * before.length; i++) {
    const reply = await request.get("/api/health", { headers: { connection: "close" } });
    expect(reply.status()).toBe(200);
  }
});
