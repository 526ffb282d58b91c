import { spawn } from "node:child_process";
import { once } from "node:events";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { expect, test } from "vitest";
import { ROOT } from "../scripts/lib/place.mjs";
import { freePort } from "../scripts/lib/ports.mjs";
import { isFreeSoon } from "../scripts/lib/server.mjs";

const HOLDS_PORT =
  'require("node:net").createServer().listen(process.env.TUMBEK_PORT, "127.0.0.1", () => console.log("held"))';

test("a port is waited for that a web server of a killed house still holds", async () => {
  const port = await freePort();
  const server = spawn(process.execPath, ["-e", HOLDS_PORT, join(ROOT, "scripts", "serve.mjs")], {
    env: { ...process.env, TUMBEK_PORT: String(port) },
    stdio: ["ignore", "pipe", "inherit"],
  });
  await once(server.stdout, "data");
  const isFree = isFreeSoon({ port, host: "127.0.0.1" });
  await pause(300);
  server.kill();
  expect(await isFree).toBe(true);
});
