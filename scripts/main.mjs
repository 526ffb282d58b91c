import { explain, Trouble } from "./lib/trouble.mjs";

/** Each command's file exports `run(args)`, which returns the exit status. */
const COMMANDS = {
  start: "start the house: packages, database, build, server (--empty: a real house, without the demo)",
  stop: "stop the server and the database",
  test: "run every check and test",
  calc: "compute without a house: calc <sheet|ice> reads JSON on stdin (--schema prints the schemas)",
  bench: "measure, and print the table of docs/performance.md",
  fuzz: "ask every action and route with 24,200 messages, nearly right and hostile",
  mutate:
    "change the code in small ways, and count how many a test notices (core, scaling, server, data; --all)",
  shots: "take the pictures of docs/screenshots from the demo house",
};

function usage() {
  const width = Math.max(...Object.keys(COMMANDS).map((name) => name.length));
  return [
    "usage: ./tumbek <command>",
    ...Object.entries(COMMANDS).map(([name, what]) => `  ${name.padEnd(width)}  ${what}`),
  ].join("\n");
}

/** The oldest Node that the packages run on. */
const LEAST_NODE = [20, 19];

async function main([name, ...args]) {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major < LEAST_NODE[0] || (major === LEAST_NODE[0] && minor < LEAST_NODE[1])) {
    throw new Trouble(
      `Node ${process.version} is too old: install Node ${LEAST_NODE.join(".")} or newer, then run this again.`,
    );
  }
  if (name === undefined || name === "help" || name === "--help") {
    console.log(usage());
    return name === undefined ? 2 : 0;
  }
  if (!Object.hasOwn(COMMANDS, name)) throw new Trouble(`There is no command “${name}”.\n${usage()}`);
  const { run } = await import(`./commands/${name}.mjs`);
  return run(args);
}

try {
  process.exitCode = await main(process.argv.slice(2));
} catch (error) {
  console.error(explain(error));
  process.exitCode = 1;
}
