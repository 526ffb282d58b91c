import { type AddressInfo, createServer, connect as dial, type Socket } from "node:net";
import type { DatabaseAddress } from "#data/connection.ts";

/**
 * A way to the database that can lose an answer: what `cutAfter` names is passed on, and the connection is cut before
 * the answer to it comes back.
 */
export async function cutProxy(to: DatabaseAddress) {
  let cutAfter: string | undefined;
  const open = new Set<Socket>();
  const server = createServer((client) => {
    const database = dial(to.port, to.host);
    open.add(client).add(database);
    let cut = false;
    client.on("data", (sent) => {
      cut ||= cutAfter !== undefined && sent.includes(cutAfter);
      database.write(sent);
    });
    database.on("data", (answer) => {
      if (!cut) return void client.write(answer);
      cutAfter = undefined;
      client.destroy();
      database.destroy();
    });
    for (const [from, other] of [
      [client, database],
      [database, client],
    ] as const) {
      from.on("error", () => other.destroy());
      from.on("close", () => other.destroy());
    }
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const { port } = server.address() as AddressInfo;
  return {
    address: { ...to, host: "127.0.0.1", port },
    /** The next command that holds these words gets no answer. */
    loseAnswerTo: (words: string) => {
      cutAfter = words;
    },
    close: () => {
      for (const socket of open) socket.destroy();
      server.close();
    },
  };
}
