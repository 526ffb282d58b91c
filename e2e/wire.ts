import { once } from "node:events";
import { type AddressInfo, connect, createServer, type Socket } from "node:net";

/**
 * A wire to a server, which can be cut. A browser that is set offline opens nothing new, but what it follows already goes on reaching it.
 */
export async function wireTo(base: string) {
  const port = Number(new URL(base).port);
  const ends = new Set<Socket>();
  let isCut = false;
  const socketServer = createServer((near) => {
    if (isCut) return void near.destroy();
    const far = connect(port, "127.0.0.1");
    for (const [end, other] of [
      [near, far],
      [far, near],
    ] as const) {
      ends.add(end);
      end.on("close", () => {
        ends.delete(end);
        other.destroy();
      });
      // A wire that breaks says so first, and is closed then.
      end.on("error", () => {});
      end.pipe(other);
    }
  });
  socketServer.listen(0, "127.0.0.1");
  await once(socketServer, "listening");
  const cut = () => {
    isCut = true;
    for (const end of ends) end.destroy();
  };
  return {
    base: `http://127.0.0.1:${(socketServer.address() as AddressInfo).port}`,
    cut,
    mend: () => {
      isCut = false;
    },
    end: () => {
      cut();
      socketServer.close();
    },
  };
}
