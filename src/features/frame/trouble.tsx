import { buttonClass } from "#ui/button.tsx";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";

const SAID = {
  gone: {
    title: "The database does not answer",
    text: "Nothing is lost. Run ./tumbek start again on the machine that serves Tumbek, then reload this page.",
  },
  none: {
    title: "This house has no site yet",
    text: "Begin on the Bench: it leads from a first site to a first sheet, step by step.",
  },
  unmeasured: {
    title: "Nothing to scale yet",
    text: "A sheet takes a recipe, a coffee, a brewer, a grinder and a vessel at this site. The Bench says what is missing.",
  },
} as const;

/** A whole page with nothing to work on, and what to do about it. */
export function Trouble({ what }: { readonly what: keyof typeof SAID }) {
  const { title, text } = SAID[what];
  return (
    <div className="mx-auto max-w-2xl p-6" role={what === "gone" ? "alert" : undefined}>
      <Panel title={title}>
        <p>{text}</p>
        {what !== "gone" && (
          <p className="mt-3">
            <Link href="/bench" className={buttonClass("main")}>
              To the Bench
            </Link>
          </p>
        )}
      </Panel>
    </div>
  );
}
