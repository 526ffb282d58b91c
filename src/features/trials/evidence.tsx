import type { Judgement } from "#core/trial";
import {
  CAUSE_WORDS,
  confoundedSentence,
  leadingSentence,
  notComparedSentence,
  signWords,
  whyNotSentence,
} from "#words/trials";

const SHOWN = 7;
/** A bar as long as the row. */
const FULL_LOG_ODDS = 4.5;
/** What speaks against it is mostly little: its side is the narrower one. */
const MIDDLE_PCT = 30;

/** What a batch said for and against its likeliest cause, sign by sign, and what follows. */
export function Evidence({
  judgement,
  lastPlace,
}: {
  readonly judgement: Judgement;
  readonly lastPlace: number | undefined;
}) {
  const { causes, confounded, notCompared } = judgement;
  const [first, second] = causes;
  if (!first) return undefined;
  const { evidence, cause } = first;
  const isSilent = causes.every((each) => each.evidence.length === 0);
  return (
    <div className="min-w-0">
      <h3 className="font-semibold">For and against: {CAUSE_WORDS[cause]}</h3>
      {isSilent ? (
        <p className="text-quiet">Nothing was seen or tasted yet: this batch moves nothing.</p>
      ) : (
        <ul className="mt-1 flex flex-col gap-1" aria-label="evidence">
          {evidence.slice(0, SHOWN).map(({ sign, logOdds }) => (
            <li
              key={sign + logOdds}
              className="grid grid-cols-[minmax(9rem,19rem)_minmax(6rem,1fr)] items-center gap-2 text-sm"
            >
              <span>
                {signWords(sign)}
                <span className="sr-only">{logOdds > 0 ? ", for it" : ", against it"}</span>
              </span>
              <Bar logOdds={logOdds} />
            </li>
          ))}
        </ul>
      )}
      <p className="mt-2" data-testid="leading">
        <strong>{leadingSentence(first)}</strong> {whyNotSentence(second)}
      </p>
      {confounded && (
        <p role="alert" className="mt-1 rounded-panel border-2 border-due p-2 text-sm">
          {confoundedSentence(confounded)}
          {lastPlace !== undefined && ` Brew batch ${lastPlace} again with one of them changed.`}
        </p>
      )}
      {notCompared && <p className="mt-1 text-quiet text-sm">{notComparedSentence(notCompared)}</p>}
    </div>
  );
}

/** A bar to the right of the middle where it speaks for the cause, to the left where it speaks against. */
function Bar({ logOdds }: { readonly logOdds: number }) {
  const pct = Math.min(
    logOdds > 0 ? 100 - MIDDLE_PCT : MIDDLE_PCT,
    (Math.abs(logOdds) / FULL_LOG_ODDS) * 100,
  );
  return (
    <svg aria-hidden="true" className="h-4 w-full" preserveAspectRatio="none" viewBox="0 0 100 10">
      <rect
        x={logOdds > 0 ? MIDDLE_PCT : MIDDLE_PCT - pct}
        y={1}
        width={pct}
        height={8}
        className={logOdds > 0 ? "fill-hot" : "fill-quiet"}
      />
      <line
        x1={MIDDLE_PCT}
        x2={MIDDLE_PCT}
        y1={0}
        y2={10}
        className="stroke-ink"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
