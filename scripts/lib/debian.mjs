import { spawnSync } from "node:child_process";
import { existsSync } from "node:fs";
import { join } from "node:path";
import { runLogged, say } from "./run.mjs";
import { Trouble } from "./trouble.mjs";

/** What a package brings, so that one look tells whether it is there. */
export const MARIADB = {
  packages: ["mariadb-server-core", "mariadb-client-core"],
  files: ["/usr/sbin/mariadbd", "/usr/bin/mariadb-install-db", "/usr/bin/my_print_defaults"],
};
/** Chromium without its window: it draws the same pages with a fifth less work. */
export const CHROMIUM = {
  packages: ["chromium-headless-shell"],
  files: ["/usr/bin/chromium-headless-shell"],
};
/** Reads printed pages back. */
export const POPPLER = { packages: ["poppler-utils"], files: ["/usr/bin/pdftotext"] };

/** Without a terminal nobody can type a password. */
function hasSudo() {
  const ask = process.stdin.isTTY ? ["-v"] : ["-n", "true"];
  return spawnSync("sudo", ask, { stdio: "inherit" }).status === 0;
}

const system = {
  has: (file) => existsSync(file),
  isRoot: () => process.getuid?.() === 0,
  hasSudo,
  run: runLogged,
};

/** Installs Debian packages whose files are missing; a sentence when that is not allowed or does not work. */
export function ensureDebian(needs, logs, { has, isRoot, hasSudo, run } = system) {
  const missing = needs.filter(({ files }) => !files.every(has)).flatMap(({ packages }) => packages);
  if (missing.length === 0) return;
  if (!has("/usr/bin/apt-get")) {
    throw new Trouble(
      `Missing: ${missing.join(", ")}. This is not a Debian machine: install them by its own means, then run this again.`,
    );
  }
  const asRoot = isRoot() ? [] : ["sudo"];
  if (!isRoot() && !hasSudo()) {
    throw new Trouble(
      `Missing: ${missing.join(", ")}. Installing them needs root: run “apt-get install ${missing.join(" ")}” as root once, then run this again.`,
    );
  }
  say(`Installing ${missing.join(", ")} from Debian …`);
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  const apt = (step, args) => {
    const [program, ...rest] = [...asRoot, "apt-get", "-q", "-y", ...args];
    run(`apt-get ${step}`, program, rest, { log: join(logs, `apt-${step}.log`), env, input: true });
  };
  apt("update", ["update"]);
  apt("install", ["install", "--no-install-recommends", ...missing]);
  const still = needs.filter(({ files }) => !files.every(has)).flatMap(({ packages }) => packages);
  if (still.length > 0)
    throw new Trouble(`${still.join(", ")} installed, but its programs are not where Debian puts them.`);
}
