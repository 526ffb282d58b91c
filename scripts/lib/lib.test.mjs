import { spawn } from "node:child_process";
import { createPrivateKey, X509Certificate } from "node:crypto";
import { once } from "node:events";
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { createServer } from "node:net";
import { networkInterfaces, tmpdir } from "node:os";
import { join } from "node:path";
import { createConnection } from "mysql2/promise";
import { afterAll, afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { ensureCertificate } from "./certificate.mjs";
import { databasePid, setUpAddress, startDatabase, stopDatabase } from "./database.mjs";
import { ensureDebian, MARIADB } from "./debian.mjs";
import { refuseDiskUnder, refuseSmallDisk } from "./disk.mjs";
import { clientAddress, isCrossSite, isKnownHost, knownNames, proxiesFrom } from "./door.mjs";
import { alone } from "./lock.mjs";
import { ensurePackages } from "./packages.mjs";
import { freePort, isFree } from "./ports.mjs";
import { findProcess, isOurs } from "./processes.mjs";
import { readWhole, writeWhole } from "./smallFile.mjs";
import { explain, Trouble } from "./trouble.mjs";
import { upgraded } from "./upgrade.mjs";

const folder = mkdtempSync(join(tmpdir(), "tumbek-test-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe("packages of Debian", () => {
  const machine = (more) => ({
    has: (file) => file === "/usr/bin/apt-get",
    isRoot: () => false,
    hasSudo: () => false,
    run: () => {},
    ...more,
  });

  test("without root or sudo: a sentence with the command to ask for", () => {
    expect(() => ensureDebian([MARIADB], folder, machine())).toThrow(
      "run “apt-get install mariadb-server-core mariadb-client-core” as root once",
    );
  });

  test("on another system: a sentence", () => {
    expect(() => ensureDebian([MARIADB], folder, machine({ has: () => false }))).toThrow(
      "not a Debian machine",
    );
  });

  test("as root, and by sudo: updated, then installed; nothing when all is there", () => {
    const ran = [];
    const installed = new Set(["/usr/bin/apt-get"]);
    const run = (_what, program, args) => {
      ran.push([program, ...args].join(" "));
      if (args.includes("install")) for (const file of MARIADB.files) installed.add(file);
    };
    const has = (file) => installed.has(file);
    ensureDebian([MARIADB], folder, machine({ has, run, hasSudo: () => true }));
    expect(ran).toEqual([
      "sudo apt-get -q -y update",
      "sudo apt-get -q -y install --no-install-recommends mariadb-server-core mariadb-client-core",
    ]);
    ensureDebian([MARIADB], folder, machine({ has, run }));
    expect(ran).toHaveLength(2);
  });
});

describe("packages of npm", () => {
  test("an installation that was broken off is made again, a whole one is not", () => {
    let runs = 0;
    const breakOff = () => {
      runs++;
      throw new Trouble("npm ci failed");
    };
    const finish = () => {
      runs++;
    };
    expect(() => ensurePackages(folder, { modules: folder, run: breakOff })).toThrow("npm ci failed");
    ensurePackages(folder, { modules: folder, run: finish });
    ensurePackages(folder, { modules: folder, run: finish });
    expect(runs).toBe(2);
  });
});

describe("what goes wrong", () => {
  test.each([
    [{ code: "EACCES", path: "/srv/house" }, "/srv/house cannot be written"],
    [{ code: "ENOSPC" }, "The disk is full"],
    [{ code: "EROFS", path: "/srv" }, "only be read"],
    [new Error("odd"), "This failed unexpectedly: odd."],
  ])("%o is a sentence without a trace", (error, sentence) => {
    expect(explain(error)).toContain(sentence);
    expect(explain(error)).not.toMatch(/\n\s+at /);
  });

  test("a process number given to a stranger is not ours", () => {
    expect(isOurs(process.pid, "a mark that no command line has")).toBe(false);
    expect(isOurs(process.pid, "node")).toBe(true);
    expect(isOurs(0, "node")).toBe(false);
  });

  test("a taken port is seen", async () => {
    const port = await freePort();
    expect(await isFree(port, "127.0.0.1")).toBe(true);
    const server = createServer().listen(port, "127.0.0.1");
    await new Promise((resolve) => server.once("listening", resolve));
    expect(await isFree(port, "127.0.0.1")).toBe(false);
    server.close();
  });

  test("a lock left behind by a dead command is taken over", async () => {
    writeFileSync(join(folder, "command.pid"), "0");
    expect(await alone(folder, async () => "done")).toBe("done");
    expect(await alone(folder, async () => "again")).toBe("again");
  });
});

describe("at the door of the server", () => {
  const request = (remoteAddress, headers = {}, method = "POST") => ({
    method,
    headers: { host: "192.0.2.9:4600", ...headers },
    socket: { remoteAddress },
  });

  test("who asks is the socket, but for a proxy that the house was told of", () => {
    const forged = request("192.0.2.1", {
      "x-forwarded-for": "127.0.0.1",
      "x-forwarded-host": "evil.example",
    });
    expect(clientAddress(forged, ["192.0.2.2"])).toBe("192.0.2.1");
    expect(forged.headers).toEqual({ host: "192.0.2.9:4600" });
    const said = { "x-forwarded-for": "127.0.0.1, 192.0.2.7" };
    expect(clientAddress(request("::ffff:192.0.2.2", said), ["192.0.2.2"])).toBe("192.0.2.7");
    expect(clientAddress(request("192.0.2.2"), ["192.0.2.2"])).toBe("192.0.2.2");
    expect(proxiesFrom({ TUMBEK_PROXY: " 192.0.2.2, ::1 ," })).toEqual(["192.0.2.2", "::1"]);
    expect(proxiesFrom({})).toEqual([]);
  });

  test.each([
    [{ origin: "http://192.0.2.9:4600" }, "POST", false],
    [{ origin: "http://192.0.2.9:4601" }, "POST", true],
    [{ origin: "https://evil.example" }, "DELETE", true],
    [{ origin: "null" }, "PUT", true],
    [{ "sec-fetch-site": "cross-site" }, "POST", true],
    [{ "sec-fetch-site": "same-origin" }, "POST", false],
    [{ origin: "https://evil.example" }, "GET", false],
    [{}, "POST", false],
    [{ origin: "https://coffee.example", "x-forwarded-host": "coffee.example" }, "POST", false],
  ])("%o, %s: sent by a page of another site: %s", (headers, method, crossSite) => {
    expect(isCrossSite(request("192.0.2.1", headers, method))).toBe(crossSite);
  });

  const called = (host, { env = {}, headers = {}, proxies = [] } = {}) =>
    isKnownHost(request("127.0.0.1", { host, ...headers }), knownNames(env), {
      proxies,
      url: env.TUMBEK_URL,
    });

  test.each(["localhost:4600", "127.0.0.1:4600", "[::1]:4600", "LOCALHOST"])("%s is the house", (host) => {
    expect(called(host)).toBe(true);
  });

  test.each([
    "rebound.example:4600",
    "127.0.0.1.rebound.example",
    "192.0.2.9:4600",
    "",
    "a b",
    "localhost@evil.example:80@",
  ])("%s is a name that the house does not know", (host) => {
    expect(called(host)).toBe(false);
  });

  test("an address that it is served at, TUMBEK_URL and what a known proxy was called are the house's", () => {
    expect(called("192.0.2.9:4600", { env: { TUMBEK_HOST: "192.0.2.9" } })).toBe(true);
    expect(called("coffee.example", { env: { TUMBEK_URL: "https://coffee.example:8443/" } })).toBe(true);
    const behind = { proxies: ["127.0.0.1"], headers: { "x-forwarded-host": "coffee.example" } };
    expect(called("127.0.0.1:4600", behind)).toBe(true);
    expect(called("127.0.0.1:4600", { ...behind, env: { TUMBEK_URL: "https://coffee.example" } })).toBe(true);
    expect(called("127.0.0.1:4600", { ...behind, env: { TUMBEK_URL: "https://other.example" } })).toBe(false);
    const own = Object.values(networkInterfaces())
      .flat()
      .find(({ internal, family }) => !internal && family === "IPv4");
    if (own) expect(called(`${own.address}:4600`, { env: { TUMBEK_HOST: "0.0.0.0" } })).toBe(true);
  });

  test("the house's certificate is made once, for this machine, with a key that nobody else reads", async () => {
    const home = join(folder, "certified");
    const first = await ensureCertificate({ home });
    const known = new X509Certificate(readFileSync(first.certificate));
    expect(known.checkIP("127.0.0.1")).toBe("127.0.0.1");
    expect(known.checkHost("localhost")).toBe("localhost");
    expect(known.checkPrivateKey(createPrivateKey(readFileSync(first.key)))).toBe(true);
    expect(statSync(first.key).mode & 0o077).toBe(0);
    expect((await ensureCertificate({ home })).fingerprint).toBe(first.fingerprint);
  });
});

test("a disk that is too small for a new house is a sentence, before anything is written", () => {
  const disk = (freeMb) => () => ({ bavail: (freeMb * 1e6) / 4096, bsize: 4096 });
  expect(() => refuseSmallDisk("house", disk(500))).not.toThrow();
  expect(() => refuseSmallDisk("house", disk(120))).toThrow(/has 120 MB left.*takes 500.*TUMBEK_HOME/);
  expect(() => refuseSmallDisk("house", disk(0))).toThrow(Trouble);
});

describe("a house whose tables are changed", () => {
  const folder = mkdtempSync(join(tmpdir(), "tumbek-upgrade-"));
  const table = join(folder, "data", "table");
  const stopped = vi.fn();
  const start = (bringUp, wanted = "second") => upgraded(folder, stopped, async () => bringUp(), wanted);
  beforeEach(() => {
    vi.spyOn(console, "log").mockReturnValue(undefined);
    stopped.mockClear();
  });
  afterEach(() => vi.restoreAllMocks());
  afterAll(() => rmSync(folder, { recursive: true }));

  test("is a new one first, of which there is nothing to keep", async () => {
    const address = await start(() => {
      mkdirSync(join(folder, "data"));
      writeFileSync(table, "first");
      return "address";
    }, "first");
    expect(address).toBe("address");
    expect(stopped).not.toHaveBeenCalled();
  });

  test("stands as it was when the change was killed half-way, and then is changed", async () => {
    const half = async () => {
      writeFileSync(table, "half");
      throw new Error("killed");
    };
    await expect(start(half)).rejects.toThrow("killed");
    expect(stopped).toHaveBeenCalledOnce();
    // Killed once more, while the copy is put back.
    rmSync(join(folder, "data"), { recursive: true });
    await start(() => {
      expect(readFileSync(table, "utf8")).toBe("first");
      writeFileSync(table, "second");
    });
    expect(readFileSync(table, "utf8")).toBe("second");
  });

  test("is copied though its database was killed, and left its socket behind", async () => {
    const socket = join(folder, "data", "mariadb.sock");
    const left = createServer().listen(socket);
    await once(left, "listening");
    await start(() => {
      expect(existsSync(join(folder, "before", "table"))).toBe(true);
      expect(existsSync(join(folder, "before", "mariadb.sock"))).toBe(false);
    }, "third");
    left.close();
    await start(() => {}, "second");
  });

  test("is neither stopped nor copied again while there is nothing to change; copies that were left half made or half gone count for nothing", async () => {
    for (const left of ["before.new", "before.old"]) mkdirSync(join(folder, left));
    await start(() => expect(readdirSync(folder).toSorted()).toEqual(["data", "migrated"]));
    expect(stopped).not.toHaveBeenCalled();
    expect(readFileSync(table, "utf8")).toBe("second");
  });

  test("is refused where its disk has no room for the copy", () => {
    const disk = () => ({ bavail: 1000, bsize: 1e6 });
    expect(() => refuseDiskUnder("house", 900e6, disk)).not.toThrow();
    expect(() => refuseDiskUnder("house", 901e6, disk)).toThrow(
      /has 1000 MB left.*takes 1001.*Nothing was changed/,
    );
  });
});

test("a small file is whole, missing, or damaged: never half read", () => {
  const file = join(folder, "small.json");
  expect(readWhole(file, JSON.parse)).toBeUndefined();
  for (const text of ["", '{"port":', "null"]) {
    writeFileSync(file, text);
    expect(readWhole(file, JSON.parse)).toBe("damaged");
  }
  writeWhole(file, '{"port":1}');
  expect(readWhole(file, JSON.parse)).toEqual({ port: 1 });
  expect(statSync(file).mode & 0o077).toBe(0);
});

test("a server whose record is lost is found by whose it is", () => {
  const child = spawn(process.execPath, ["-e", "setInterval(() => {}, 1000) // orphan-mark"], {
    env: { ...process.env, TUMBEK_HOUSE: "/a house/of its own" },
    stdio: "ignore",
  });
  try {
    expect(findProcess("orphan-mark", "TUMBEK_HOUSE=/a house/of its own")).toBe(child.pid);
    expect(findProcess("orphan-mark", "TUMBEK_HOUSE=/another")).toBeUndefined();
  } finally {
    child.kill("SIGKILL");
  }
});

test("a database that was killed comes back with what was committed", async () => {
  const home = join(folder, 'it\'s a "database"');
  const query = async (sql) => {
    const connection = await createConnection(setUpAddress(await startDatabase(home)));
    const [rows] = await connection.query(sql);
    await connection.end();
    return rows;
  };
  try {
    await query("CREATE TABLE pots (id INT PRIMARY KEY, name VARCHAR(40))");
    await query("INSERT INTO pots VALUES (1, 'Fulmar ☕')");
    process.kill(databasePid(home), "SIGKILL");
    expect(await query("SELECT name FROM pots")).toEqual([{ name: "Fulmar ☕" }]);
    // Its password is lost: it is given another one, and has what it had.
    writeFileSync(join(home, "secret.json"), '{"port":');
    expect(await query("SELECT name FROM pots")).toEqual([{ name: "Fulmar ☕" }]);
    expect(
      await query("SELECT @@sql_mode AS mode, @@time_zone AS zone, @@character_set_server AS letters"),
    ).toMatchObject([
      { mode: expect.stringContaining("STRICT_ALL_TABLES"), zone: "+00:00", letters: "utf8mb4" },
    ]);
  } finally {
    await stopDatabase(home);
  }
  expect(databasePid(home)).toBe(0);
});
