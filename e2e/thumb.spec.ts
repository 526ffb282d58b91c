import { expect, overflows, test } from "./page.ts";

/*
 * Under a thumb, on a tablet and on a phone: what is tapped is 48 px high and wide, but for what stands within a sentence, and for what
 * is marked small on the drawing, which still is 24.
 */

const PLACES = [
  "/scale",
  "/shift",
  "/bar",
  "/log",
  "/recipes",
  "/cards",
  "/wall",
  "/bench",
  "/bench/vessels",
  "/bench/house",
  "/people",
  "/me",
];
const THUMB_PX = 48;
const SMALL_PX = 24;

for (const [what, width, isMobile] of [
  ["tablet", 1280, false],
  ["phone", 390, true],
] as const) {
  test.describe(what, () => {
    test.use({ viewport: { width, height: 800 }, hasTouch: true, isMobile });

    test(`every target is large enough, and nothing is pushed off a ${what}`, async ({ page }) => {
      for (const place of PLACES) {
        await page.goto(place);
        const small = await page.evaluate(
          ([thumbPx, smallPx]) =>
            [
              ...document.querySelectorAll<HTMLElement>(
                "button, summary, [role=combobox], [role=radio], input, td > a, a.inline-flex",
              ),
            ]
              .filter((element) => element.offsetParent !== null && element.getBoundingClientRect().width > 1)
              .filter((element) => {
                const target = element.matches("input[type=checkbox], input[type=radio]")
                  ? (element.closest("label") ?? element)
                  : element;
                const { width: wide, height: high } = target.getBoundingClientRect();
                const isText = element.matches("input:not([type=checkbox], [type=radio])");
                const least = element.matches("[data-small]") ? smallPx : thumbPx;
                return (
                  Math.ceil(high) < (isText ? 44 : least) ||
                  (!isText && !element.matches("a") && Math.ceil(wide) < least)
                );
              })
              .map(
                (element) =>
                  `${element.tagName} ${element.getAttribute("aria-label") ?? element.textContent}`,
              ),
          [THUMB_PX, SMALL_PX] as const,
        );
        expect(small, place).toEqual([]);
        expect(await overflows(page), place).toEqual([]);
      }
    });
  });
}
