/*
 * Taps and typing that come before the page's own script listens are done once it does: on a slow machine a page is seen
 * before. Loaded ahead of everything else, and small.
 */
(() => {
  const CONTROLS = "button, input, select, textarea";
  const LOOKS_EVERY_MS = 50;
  const WAITS_MS = 30_000;

  /**
   * Whether the page's script has taken an element over: the document says so of itself, and the framework has left its properties on
   * the element. It leaves them a while before it listens, so that they alone do not tell.
   */
  const listens = (element) =>
    "listens" in document.documentElement.dataset &&
    Object.keys(element).some((key) => key.startsWith("__reactProps$"));

  /** Acts that wait, in the order in which they were done. */
  const waiting = [];
  let isLooking = false;

  const look = () => {
    while (waiting.length > 0) {
      const { target, act, until } = waiting[0];
      const isGone = !target.isConnected || Date.now() > until;
      if (!isGone && !listens(target)) break;
      waiting.shift();
      if (!isGone) act(target);
    }
    isLooking = waiting.length > 0;
    if (isLooking) setTimeout(look, LOOKS_EVERY_MS);
  };

  const keep = (target, what, act) => {
    const before = waiting.findIndex((each) => each.what === what && each.target === target);
    // Of what is typed into one field the last counts.
    if (what === "typed" && before >= 0) waiting.splice(before, 1);
    waiting.push({ target, what, act, until: Date.now() + WAITS_MS });
    if (!isLooking) setTimeout(look, LOOKS_EVERY_MS);
    isLooking = true;
  };

  const earlyAt = (event, selector) => {
    const target = event.isTrusted && event.target instanceof Element ? event.target.closest(selector) : null;
    return target && !listens(target) ? target : undefined;
  };

  addEventListener(
    "click",
    (event) => {
      const target = earlyAt(event, CONTROLS);
      if (!target) return;
      // A field that is tapped takes the focus all the same.
      if (target.matches("button, [type=checkbox], [type=radio]")) event.preventDefault();
      event.stopImmediatePropagation();
      keep(target, "tapped", (control) => {
        const pointer = { bubbles: true, cancelable: true, button: 0, pointerType: "mouse" };
        control.dispatchEvent(new PointerEvent("pointerdown", pointer));
        control.dispatchEvent(new PointerEvent("pointerup", pointer));
        control.click();
      });
    },
    true,
  );

  const typed = (event) => {
    const target = earlyAt(event, "input, textarea, select");
    if (!target || target.matches("[type=checkbox], [type=radio], [type=file]")) return;
    const { value } = target;
    const kind = target.matches("select") ? "change" : "input";
    keep(target, "typed", (field) => {
      const { set } = Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), "value");
      // Emptied first, so that the script sees a change even where it began with what was typed.
      for (const text of kind === "input" ? ["", value] : [value]) {
        set.call(field, text);
        field.dispatchEvent(new Event(kind, { bubbles: true }));
      }
    });
  };
  addEventListener("input", typed, true);
  addEventListener("change", typed, true);

  addEventListener(
    "submit",
    (event) => {
      const form = earlyAt(event, "form");
      if (!form) return;
      // Sent now, it would load the page anew, and what was typed would be gone.
      event.preventDefault();
      event.stopImmediatePropagation();
      keep(form, "sent", (whole) => whole.requestSubmit());
    },
    true,
  );
})();
