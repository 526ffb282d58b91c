import { spawnSync } from "node:child_process";
import { rmSync } from "node:fs";
import { resolve } from "node:path";
import type { Page } from "@playwright/test";
import { freePort } from "../scripts/lib/ports.mjs";
import { expect } from "./page.ts";

/** A house beside the tests' own: a real one, empty at first, in a folder of its own. */
export async function ownHouse(folder: string) {
  const home = resolve(process.env.TUMBEK_HOME ?? "", folder);
  rmSync(home, { recursive: true, force: true });
  const port = await freePort();
  return {
    home,
    port,
    base: `http://127.0.0.1:${port}`,
    run: (args: readonly string[], env: Readonly<Record<string, string>> = {}) => {
      const { status, stdout, stderr } = spawnSync("./tumbek", args, {
        encoding: "utf8",
        env: { ...process.env, TUMBEK_HOME: home, TUMBEK_PORT: String(port), TUMBEK_NOW: undefined, ...env },
      });
      return { status, said: stdout + stderr };
    },
  };
}
export type OwnHouse = Awaited<ReturnType<typeof ownHouse>>;

/** The first lead of an empty house names themselves. */
export async function leadIt(
  page: Page,
  base: string,
  lead: { readonly name: string; readonly pin: string },
) {
  await page.goto(`${base}/`);
  await page.getByLabel("your name").fill(lead.name);
  await page.getByLabel("PIN or passphrase").fill(lead.pin);
  await page.getByRole("button", { name: "Lead this house" }).click();
  await expect(page.getByRole("heading", { name: "This house has no site yet" })).toBeVisible();
}
