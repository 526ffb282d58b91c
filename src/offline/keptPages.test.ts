import { describe, expect, test } from "vitest";
import { drawnMs, isKeptPath, keptCopy, pathOf, shownCopy } from "./keptPages.ts";

const CARD = "0190a5c0-0000-7000-8000-000000000601";
const BARISTA = "0190a5c0-0000-7000-8000-000000000902";

const page = (personId = BARISTA, init: ResponseInit = {}) =>
  new Response(
    `<!DOCTYPE html><html lang="en"><head><meta name="tumbek-person" content="${personId}"/></head><body>1 800 g</body></html>`,
    {
      headers: {
        "content-type": "text/html; charset=utf-8",
        "content-encoding": "gzip",
        "content-security-policy": "script-src 'nonce-a'",
      },
      ...init,
    },
  );

describe("pages that a device keeps", () => {
  test("are those of a shift, and no others", () => {
    for (const path of [
      "/bar",
      "/wall",
      "/shift",
      "/cards",
      `/cards/${CARD}`,
      `/guide/${CARD}`,
      `/log?card=${CARD}`,
      `/guide/new?card=${CARD}`,
    ])
      expect(isKeptPath(path)).toBe(true);
    for (const path of [
      "/",
      "/people",
      "/me",
      "/log",
      "/bench",
      "/sign-in",
      "/log?brewer=x",
      "/shift?day=2026-07-15",
      "/api/v1/bar",
      "/cards/x",
      "/bar/",
    ])
      expect(isKeptPath(path)).toBe(false);
  });

  test("are told by their address, without the house's", () => {
    expect(pathOf(`https://pier.example:4600/log?card=${CARD}`)).toBe(`/log?card=${CARD}`);
    expect(pathOf("https://pier.example/bar?")).toBe("/bar");
  });

  test("keep their policy for scripts, and say when they were drawn", async () => {
    const copy = await keptCopy(page(), BARISTA, 1000);
    expect(copy!.headers.get("content-security-policy")).toBe("script-src 'nonce-a'");
    expect(copy!.headers.get("content-encoding")).toBeNull();
    expect(drawnMs(copy!)).toBe(1000);
    expect(await (await shownCopy(copy!)).text()).toContain('<html data-drawn="1000" lang="en">');
  });

  test("are neither another person's, nor a refusal, nor anything but a page", async () => {
    expect(await keptCopy(page("somebody else"), BARISTA, 0)).toBeUndefined();
    expect(await keptCopy(page("", { status: 200 }), BARISTA, 0)).toBeUndefined();
    expect(await keptCopy(page(BARISTA, { status: 500 }), BARISTA, 0)).toBeUndefined();
    expect(await keptCopy(Response.json({ personId: BARISTA }), BARISTA, 0)).toBeUndefined();
  });
});
