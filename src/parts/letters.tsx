import type { EndedGuide } from "#contract/guide.ts";
import { Button } from "#ui/button.tsx";
import type { Outbox } from "#ui/useOutbox.ts";

/** What this device has still to send, and what the house did not take: said again as it is, or left. */
export function Letters({ outbox: { mine, put, discard } }: { readonly outbox: Outbox }) {
  const refused = mine.filter((letter) => letter.refused !== undefined);
  const open = mine.length - refused.length;
  return (
    <>
      {open > 0 && (
        <p role="status" className="rounded-panel border-2 border-due bg-enamel px-3 py-2">
          {open} to send: kept on this device until the house answers.
        </p>
      )}
      {refused.map(({ n, refused: why, url, body }) => (
        <p
          key={n}
          role="alert"
          className="flex flex-wrap items-center gap-3 rounded-panel border-2 border-stop bg-enamel px-3 py-2"
        >
          <span className="flex-1">The house did not take it: {why}</span>
          {CONFIRMED.some((own) => own.test(url)) && (
            <Button
              look="main"
              onClick={() => {
                discard(n);
                put(url, confirmed(body));
              }}
            >
              It was so: send it
            </Button>
          )}
          <Button look="quiet" onClick={() => discard(n)}>
            Leave it
          </Button>
        </p>
      ))}
    </>
  );
}

/** Where a batch goes, with a guide's end or by itself: the house asks about one that is far from its forecast. */
const CONFIRMED = [/\/api\/v1\/guides\/[^/]+\/end$/, /\/api\/v1\/batches$/];

function confirmed(body: object): object {
  return "batch" in body
    ? { ...body, batch: { ...(body as EndedGuide).batch, confirmed: true } }
    : { ...body, confirmed: true };
}
