import fs from "node:fs";
import { vi } from "vitest";

/** Keeps what is written to the server's log meanwhile away from the terminal. */
export function readLog() {
  const write = vi
    .spyOn(fs, "writeSync")
    .mockImplementation((_file, text) => Buffer.byteLength(String(text)));
  return {
    said: () => write.mock.calls.map(([, text]) => String(text)).join(""),
    end: () => write.mockRestore(),
  };
}
