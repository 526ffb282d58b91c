import { useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { DayKit } from "#contract/dayKit.ts";
import type { DayChanges } from "#contract/dayPlanKinds.ts";
import type { Serve } from "#core/sheet";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { FigureField } from "#ui/figure/figureField.tsx";
import { QuestionDialog } from "#ui/questionDialog.tsx";
import { WordsField } from "#ui/wordsField.tsx";
import { thingsOf } from "./changeLines.ts";

/** A line that is added to one of a day's lists. */
export type Added = {
  readonly [List in "surges" | "factors" | "orders" | "away" | "pins"]: {
    readonly kind: (typeof KINDS)[List];
    readonly list: List;
    readonly item: DayChanges[List][number];
  };
}["surges" | "factors" | "orders" | "away" | "pins"];

const KINDS = { surges: "surge", factors: "factor", orders: "order", away: "away", pins: "pin" } as const;

const TITLES = {
  surge: "A surge: more guests at a known time",
  factor: "More or fewer guests than usual",
  order: "An order: cups that are certain",
  away: "Something or somebody away",
  pin: "A batch that must be ready at a time",
} as const;

const MOST_CUPS = 5000;
const PERSON = "person";
const NOON = 720;
const HOUR = 60;

interface AddDialogProps {
  readonly kit: DayKit;
  readonly kind: Added["kind"];
  readonly onAdd: (added: Added) => void;
  readonly onDone: () => void;
}

/** A few questions about one thing that is known of a day. */
export function AddDialog({ kit, kind, onAdd, onDone }: AddDialogProps) {
  const things = thingsOf(kit);
  const cards = things.filter(({ what }) => what === "card");
  const [answers, setAnswers] = useState({
    name: kind === "order" ? "an order" : "",
    atMin: NOON,
    fromMin: NOON,
    toMin: NOON + 2 * HOUR,
    cups: 30,
    percent: 30,
    serve: "" as Serve | "",
    cardId: cards[0]?.id ?? "",
    awayId: PERSON,
  });
  const set = (part: Partial<typeof answers>) => setAnswers((before) => ({ ...before, ...part }));
  const ends = kind === "order" ? answers.atMin : answers.fromMin;
  const isSpan = kind === "factor" || kind === "away";
  const [trouble, setTrouble] = useState<string>();
  const add = () => {
    if ((isSpan || kind === "order") && answers.toMin <= ends)
      return setTrouble("It must end after it begins.");
    const id = uuidv7();
    const { atMin, fromMin, toMin, cups, percent, cardId } = answers;
    const serve = answers.serve === "" ? null : answers.serve;
    const name = answers.name.trim() || "a surge";
    if (kind === "surge") onAdd({ kind, list: "surges", item: { id, name, atMin, cups, serve } });
    if (kind === "factor") onAdd({ kind, list: "factors", item: { id, percent, fromMin, toMin, serve } });
    if (kind === "order")
      onAdd({ kind, list: "orders", item: { id, name, atMin, untilMin: toMin, cups, cardId } });
    if (kind === "pin") onAdd({ kind, list: "pins", item: { id, cardId, readyMin: atMin } });
    if (kind === "away") {
      const what = things.find((thing) => thing.id === answers.awayId)?.what ?? PERSON;
      onAdd({ kind, list: "away", item: { id, what, ofId: answers.awayId, fromMin, toMin } });
    }
  };
  const clock = (label: string, key: "atMin" | "fromMin" | "toMin") => (
    <FigureField
      label={label}
      kind="clock"
      value={answers[key]}
      bounds={[0, 24 * HOUR]}
      onValue={(min) => min !== null && set({ [key]: min })}
    />
  );
  return (
    <QuestionDialog title={TITLES[kind]} does="Add it" trouble={trouble} onDo={add} onDone={onDone}>
      {(kind === "surge" || kind === "order") && (
        <WordsField label="what it is" value={answers.name} most={80} onValue={(name) => set({ name })} />
      )}
      {kind === "away" && (
        <ChoiceField
          label="who or what"
          value={answers.awayId}
          options={[
            { value: PERSON, text: "one person" },
            ...things.map(({ id, name, what }) => ({
              value: id,
              text: what === "card" ? `not brewed: ${name}` : name,
            })),
          ]}
          onChange={(awayId) => set({ awayId })}
        />
      )}
      {(kind === "order" || kind === "pin") && (
        <ChoiceField
          label="which card"
          value={answers.cardId}
          options={cards.map(({ id, name }) => ({ value: id, text: name }))}
          onChange={(cardId) => set({ cardId })}
        />
      )}
      {isSpan ? clock("from", "fromMin") : clock(kind === "pin" ? "ready at" : "at", "atMin")}
      {(isSpan || kind === "order") && clock(kind === "order" ? "vessels back at" : "until", "toMin")}
      {(kind === "surge" || kind === "order") && (
        <FigureField
          label="cups"
          kind="count"
          value={answers.cups}
          bounds={[1, MOST_CUPS]}
          onValue={(cups) => cups !== null && set({ cups })}
        />
      )}
      {kind === "factor" && (
        <FigureField
          label="more than usual, %; fewer below 0"
          kind="count"
          step={5}
          value={answers.percent}
          bounds={[-100, 900]}
          onValue={(percent) => percent !== null && set({ percent })}
        />
      )}
      {(kind === "surge" || kind === "factor") && (
        <ChoiceField<Serve | "">
          label="of"
          value={answers.serve}
          options={[
            { value: "", text: "hot and iced" },
            { value: "hot", text: "hot" },
            { value: "iced", text: "iced" },
          ]}
          onChange={(serve) => set({ serve })}
        />
      )}
    </QuestionDialog>
  );
}
