import { Panel } from "#ui/panel.tsx";

const SAID = {
  gone: {
    title: "The database does not answer",
    text: "Nothing is lost. Run ./tumbek start again on the machine that serves Tumbek, then reload this page.",
  },
  none: {
    title: "This house has no site yet",
    text: "The demo house shows what a measured bench looks like: stop this one, then run ./tumbek start with another TUMBEK_HOME.",
  },
} as const;

/** A whole page with nothing to work on, and what to do about it. */
export function Trouble({ what }: { readonly what: keyof typeof SAID }) {
  const { title, text } = SAID[what];
  return (
    <div className="mx-auto max-w-2xl p-6" role="alert">
      <Panel title={title}>
        <p>{text}</p>
      </Panel>
    </div>
  );
}
