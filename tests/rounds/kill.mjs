/*
 * Kills a house under four who write, again and again: the server, its database, or both. Whatever was acknowledged must be there, once
 * and whole; what was not is sent again, and is there once then. By hand: `node tests/rounds/kill.mjs 100`.
 */
import { randomUUID } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import { chromium } from "@playwright/test";
import { createConnection } from "mysql2/promise";
import { run as start } from "../../scripts/commands/start.mjs";
import { databasePid, readAddress } from "../../scripts/lib/database.mjs";
import { withFreshHouse } from "../../scripts/lib/freshHouse.mjs";
import { houseFrom } from "../../scripts/lib/place.mjs";
import { runningServer } from "../../scripts/lib/server.mjs";

const ROUNDS = Number(process.argv[2] ?? 100);
const MOST_BACK_S = 25;

/** How the lead's browser logs a batch, to be sent again with other figures. */
async function howToLog(base) {
  const browser = await chromium.launch({
    executablePath: "/usr/bin/chromium-headless-shell",
    args: ["--no-sandbox"],
  });
  try {
    const page = await browser.newPage();
    await page.goto(`${base}/sign-in`);
    await page.getByRole("button", { name: "Oda Venn" }).click();
    await page.getByLabel("PIN of Oda Venn").fill("480217");
    await page.keyboard.press("Enter");
    await page.waitForURL(/\/scale/);
    await page.goto(`${base}/log`);
    await page.getByRole("button", { name: "Log a batch" }).click();
    await page.getByLabel("coffee", { exact: true }).selectOption("Kittiwake");
    await page.getByLabel("brewed on", { exact: true }).first().selectOption("Turnstone");
    await page.getByLabel("dose").fill("98");
    await page.getByLabel("hot water").fill("1568");
    await page.getByLabel("came out").fill("1366");
    const sent = page.waitForRequest(
      (request) => request.method() === "POST" && "next-action" in request.headers(),
    );
    await page.getByRole("button", { name: "Log it" }).click();
    const request = await sent;
    const { "next-action": action, "content-type": contentType } = request.headers();
    const cookies = await page.context().cookies();
    const cookie = cookies.map(({ name, value }) => `${name}=${value}`).join("; ");
    const [batch] = JSON.parse(request.postData());
    return { headers: { "next-action": action, "content-type": contentType, cookie }, batch };
  } finally {
    await browser.close();
  }
}

async function logOnce(base, { headers, batch }, { id, doseG }) {
  const body = JSON.stringify([{ ...batch, id, doseG }]);
  const reply = await fetch(`${base}/log`, {
    method: "POST",
    headers,
    body,
    signal: AbortSignal.timeout(20_000),
  });
  const text = await reply.text();
  return reply.ok && text.includes('"data"') && !text.includes("serverError");
}

async function rounds() {
  const house = houseFrom();
  const base = `http://${house.host}:${house.port}`;
  const how = await howToLog(base);
  const said = { acknowledged: 0, sentAgain: 0, lost: 0, doubled: 0, half: 0, slowest: 0 };
  const known = new Map();
  for (let round = 1; round <= ROUNDS; round++) {
    let goesOn = true;
    const open = [];
    const write = async () => {
      while (goesOn) {
        const wanted = { id: randomUUID(), doseG: 60 + Math.floor(Math.random() * 60) };
        const isKept = await logOnce(base, how, wanted).catch(() => false);
        if (isKept) known.set(wanted.id, wanted.doseG);
        else {
          open.push(wanted);
          await pause(100);
        }
      }
    };
    const writers = Array.from({ length: 4 }, write);
    await pause(200 + Math.random() * 1800);
    const what = ["server", "database", "both"][round % 3];
    if (what !== "database") process.kill(runningServer(house).pid, "SIGKILL");
    if (what !== "server") process.kill(databasePid(house.database), "SIGKILL");
    const killed = Date.now();
    await start([]);
    const backS = (Date.now() - killed) / 1000;
    said.slowest = Math.max(said.slowest, backS);
    await pause(200);
    goesOn = false;
    await Promise.all(writers);
    for (const wanted of open) {
      said.sentAgain++;
      if (await logOnce(base, how, wanted)) known.set(wanted.id, wanted.doseG);
      else throw new Error(`round ${round}: ${wanted.id} is refused for good`);
    }
    const connection = await createConnection(readAddress(house.database));
    const [rows] = await connection.query("SELECT id, dose_g AS doseG FROM batches");
    await connection.end();
    const counts = new Map();
    for (const { id } of rows) counts.set(id, (counts.get(id) ?? 0) + 1);
    const byId = new Map(rows.map((row) => [row.id, row]));
    for (const [id, doseG] of known) {
      if (!byId.has(id)) said.lost++;
      else if (counts.get(id) > 1) said.doubled++;
      else if (byId.get(id).doseG !== doseG) said.half++;
    }
    said.acknowledged = known.size;
    process.stdout.write(
      `round ${round}, ${what}: back after ${backS.toFixed(1)} s; ${JSON.stringify(said)}\n`,
    );
    if (said.lost + said.doubled + said.half > 0) return 1;
  }
  return said.slowest <= MOST_BACK_S ? 0 : 1;
}

process.exitCode = await withFreshHouse(".tumbek/kill", rounds);
