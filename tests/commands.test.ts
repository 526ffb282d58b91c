import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, test } from "vitest";

const TUMBEK = join(import.meta.dirname, "../tumbek");
const folder = mkdtempSync(join(tmpdir(), "tumbek-commands-"));
afterAll(() => rmSync(folder, { recursive: true }));

function tumbek(
  args: readonly string[],
  { env = {}, input = "" }: { env?: Record<string, string>; input?: string | Buffer } = {},
) {
  const house = { TUMBEK_HOME: join(folder, "house"), TUMBEK_PORT: "4699", TUMBEK_HOST: "127.0.0.1" };
  const { status, stdout, stderr } = spawnSync(TUMBEK, args, {
    input,
    encoding: "utf8",
    maxBuffer: 64 * 1024 * 1024,
    env: { ...process.env, ...house, ...env },
  });
  return { status, stdout, stderr };
}

describe("start says in a sentence why it does not", () => {
  const refused = (env: Record<string, string>, args: readonly string[] = ["start"]) => {
    const { status, stderr } = tumbek(args, { env });
    expect(status).toBe(1);
    expect(stderr).not.toMatch(/\n\s+at /);
    return stderr;
  };

  test("a taken port", async () => {
    const server = createServer().listen(0, "127.0.0.1");
    await new Promise((resolve) => server.once("listening", resolve));
    const { port } = server.address() as { port: number };
    expect(refused({ TUMBEK_PORT: String(port) })).toContain(`Port ${port} is taken by another program`);
    server.close();
  });

  test("a folder that cannot be one", () => {
    const file = join(folder, "file");
    writeFileSync(file, "");
    expect(refused({ TUMBEK_HOME: file })).toContain("is in the way: a folder is needed there");
    expect(refused({ TUMBEK_HOME: join(file, "house") })).toContain(
      "is in the way: a folder is needed there",
    );
  });

  test("a port, a host or a clock that is none, and words it does not know", () => {
    expect(refused({ TUMBEK_PORT: "many" })).toContain("TUMBEK_PORT is many");
    expect(refused({ TUMBEK_URL: "coffee.example" })).toContain("TUMBEK_URL is coffee.example: it must be");
    expect(refused({ TUMBEK_NOW: "soon" })).toContain("TUMBEK_NOW is soon");
    expect(refused({}, ["start", "--emtpy"])).toContain("start does not know “--emtpy”");
    expect(refused({}, ["brew"])).toContain("There is no command “brew”");
    expect(refused({}, ["constructor"])).toContain("There is no command “constructor”");
  });

  test("stop where nothing runs is no fault", () => {
    expect(tumbek(["stop"])).toMatchObject({ status: 0, stdout: "Nothing runs here.\n" });
  });
});

describe("calc on the command line", () => {
  const GOOD = '{"serve":"hot","retentionGPerG":2.12,"pins":{"doseG":190,"brewRatio":16}}';

  test("one object: its answer, and nothing else", () => {
    const { status, stdout } = tumbek(["calc", "sheet"], { input: GOOD });
    expect(status).toBe(0);
    expect(JSON.parse(stdout).exact).toMatchObject({ brewWaterG: 3040, iceG: 0 });
  });

  test("an object that cannot be computed: its error, and exit 2", () => {
    const { status, stdout } = tumbek(["calc", "sheet"], { input: "{}" });
    expect([status, JSON.parse(stdout).error.code]).toEqual([2, "badInput"]);
  });

  test("an array: exit 0 whatever is in it", () => {
    const { status, stdout } = tumbek(["calc", "sheet"], { input: `[${GOOD},{}]` });
    expect(status).toBe(0);
    expect(JSON.parse(stdout)).toMatchObject([{ checks: [] }, { error: { code: "badInput" } }]);
  });

  test("schemas, a word it does not know, nothing at all, and ten megabytes", () => {
    expect(Object.keys(JSON.parse(tumbek(["calc", "ice", "--schema"]).stdout))).toEqual(["input", "output"]);
    const codes = [
      tumbek(["calc", "tea"], { input: GOOD }),
      tumbek(["calc"]),
      tumbek(["calc", "ice"]),
      tumbek(["calc", "ice"], { input: Buffer.alloc(10_000_000, " ") }),
    ].map(({ status, stdout }) => [status, JSON.parse(stdout).error.code]);
    expect(codes).toEqual([
      [2, "unknownCalc"],
      [2, "unknownCalc"],
      [2, "badJson"],
      [2, "tooLarge"],
    ]);
  });
});
