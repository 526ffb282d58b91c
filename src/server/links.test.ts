import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { isLoopback, isSecure, ownAddresses, ownUrl, qrOf } from "./links.ts";

beforeEach(() => {
  for (const name of ["TUMBEK_HOST", "TUMBEK_PROXY", "TUMBEK_URL", "TUMBEK_TLS_KEY"])
    vi.stubEnv(name, undefined);
  vi.stubEnv("TUMBEK_PORT", "4712");
});
afterEach(() => vi.unstubAllEnvs());

describe("who reaches the house", () => {
  test("this machine alone, unless it has a network's address or a proxy before it", () => {
    expect(isLoopback()).toBe(true);
    for (const host of ["::1", "localhost"]) {
      vi.stubEnv("TUMBEK_HOST", host);
      expect(isLoopback()).toBe(true);
    }
    vi.stubEnv("TUMBEK_PROXY", "127.0.0.1");
    expect(isLoopback()).toBe(false);
    vi.stubEnv("TUMBEK_PROXY", undefined);
    vi.stubEnv("TUMBEK_HOST", "0.0.0.0");
    expect(isLoopback()).toBe(false);
  });

  test("over TLS by its own certificate or by its public address", () => {
    expect(isSecure()).toBe(false);
    vi.stubEnv("TUMBEK_URL", "http://house.example");
    expect(isSecure()).toBe(false);
    vi.stubEnv("TUMBEK_URL", "https://house.example");
    expect(isSecure()).toBe(true);
    vi.stubEnv("TUMBEK_URL", undefined);
    vi.stubEnv("TUMBEK_TLS_KEY", "key.pem");
    expect(isSecure()).toBe(true);
  });
});

describe("where it is reached", () => {
  test("at its public address alone, where it has one", () => {
    vi.stubEnv("TUMBEK_HOST", "0.0.0.0");
    vi.stubEnv("TUMBEK_URL", "https://house.example");
    expect(ownAddresses()).toEqual(["https://house.example"]);
    expect(ownUrl("/wall?coffee=1")).toBe("https://house.example/wall?coffee=1");
  });

  test("else at its host and port, over TLS where it has a certificate", () => {
    expect(ownAddresses()).toEqual(["http://127.0.0.1:4712"]);
    vi.stubEnv("TUMBEK_HOST", "192.168.1.20");
    vi.stubEnv("TUMBEK_TLS_KEY", "key.pem");
    expect(ownAddresses()).toEqual(["https://192.168.1.20:4712"]);
    expect(ownUrl("/ballot/ABC")).toBe("https://192.168.1.20:4712/ballot/ABC");
  });

  test("at each address of this machine where it listens at all of them, and never at the loopback one", () => {
    vi.stubEnv("TUMBEK_HOST", "0.0.0.0");
    for (const address of ownAddresses()) {
      expect(address).toMatch(/^http:\/\/\d+\.\d+\.\d+\.\d+:4712$/);
      expect(address).not.toContain("127.0.0.1");
    }
  });
});

test("a code has its dark squares inside a quiet border of two", () => {
  const { path, size, url } = qrOf("http://127.0.0.1:4712/wall");
  expect(url).toBe("http://127.0.0.1:4712/wall");
  const squares = [...path.matchAll(/M(\d+) (\d+)h1v1h-1z/g)].map(([, x, y]) => [Number(x), Number(y)]);
  const [columns, rows] = [0, 1].map((place) => squares.map((square) => square[place]!));
  for (const places of [columns!, rows!])
    expect([Math.min(...places), Math.max(...places)]).toEqual([2, size - 3]);
  // The three finders' corners are dark, the fourth is none.
  const isDark = (x: number, y: number) => squares.some((square) => square[0] === x && square[1] === y);
  expect([isDark(2, 2), isDark(size - 3, 2), isDark(2, size - 3), isDark(3, 3)]).toEqual([
    true,
    true,
    true,
    false,
  ]);
});
