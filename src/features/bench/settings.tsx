"use client";

import { useState } from "react";
import { choice, type FieldSpec, number } from "#contract/fields.ts";
import type { HouseSettings } from "#contract/house.ts";
import { ICED_SCHOOLS } from "#contract/icedMethod.ts";
import { STRONGER_BY } from "#contract/trialKinds.ts";
import { MASS_UNITS, RATIO_UNITS, TEMP_UNITS } from "#core/units";
import { type Chosen, Conflict } from "#parts/conflict.tsx";
import { textOf, type Value } from "#parts/form/fields.ts";
import { FormRow } from "#parts/form/formRow.tsx";
import { Restored } from "#parts/form/restored.tsx";
import { type FormField, useFields, type Values } from "#parts/form/useFields.ts";
import { useCounter } from "#ui/counter.tsx";
import { toast } from "#ui/notice.ts";
import { Panel } from "#ui/panel.tsx";
import { FIELD_GRID, SaveForm } from "#ui/saveForm.tsx";
import { type Printers, useUnits } from "#ui/units.tsx";
import { useAct } from "#ui/useAct.ts";
import { rightSentence } from "#words/people";
import { keepSettings } from "./actions.ts";

export interface House {
  readonly name: string;
  readonly revision: number;
  readonly settings: HouseSettings;
}

interface SettingField {
  /** Where it stands in the settings: "window.ratio.0". */
  readonly path: string;
  readonly spec: FieldSpec;
  readonly label: string;
  readonly help?: string;
}

const both = (path: string, label: string, spec: FieldSpec): readonly SettingField[] => [
  { path: `${path}.0`, label: `${label} from`, spec },
  { path: `${path}.1`, label: "to", spec },
];
const minutes = number("min", 0, 1440);

const SECTIONS: readonly { readonly title: string; readonly fields: readonly SettingField[] }[] = [
  {
    title: "How figures are read",
    fields: [
      { path: "name", spec: { type: "name" }, label: "the house's name" },
      { path: "units.mass", spec: choice(MASS_UNITS), label: "weights in" },
      { path: "units.temp", spec: choice(TEMP_UNITS), label: "temperatures in" },
      {
        path: "units.ratio",
        spec: choice(RATIO_UNITS),
        label: "ratios as",
        help: "stored as water over dose",
      },
    ],
  },
  {
    title: "Rounding",
    fields: [
      { path: "rounding.doseG", spec: number("g", 0.1, 500), label: "coffee by" },
      { path: "rounding.doseUp", spec: { type: "yes" }, label: "coffee always up, never down" },
      { path: "rounding.bypassG", spec: number("liquidG", 0.1, 5000), label: "bypass by" },
      { path: "rounding.iceG", spec: number("g", 0.1, 5000), label: "ice by" },
    ],
  },
  {
    title: "Windows",
    fields: [
      ...both("window.ratio", "ratio, water to coffee", number("times", 0, 100)),
      ...both("window.strengthPct", "strength", number("%", 0, 30)),
      ...both("window.extractionPct", "extraction", number("%", 0, 35)),
      ...both("bedDepthMm", "bed, where a brewer says none", number("mm", 0, 500)),
      {
        path: "brewTimeS.afterSpray",
        spec: minutes,
        label: "a batch drips on for",
        help: "after its spray, where that was weighed",
      },
      {
        path: "brewTimeS.sprayWithinPct",
        spec: number("%", 1, 90),
        label: "give or take",
        help: "of the whole time",
      },
      ...both("brewTimeS.batch", "a batch takes, no spray weighed", minutes),
      ...both("brewTimeS.smallBatch", "below a litre", minutes),
      ...both("brewTimeS.hand", "by hand", minutes),
      ...both("brewTimeS.icedHand", "by hand onto ice", minutes),
    ],
  },
  {
    title: "Scaling",
    fields: [
      { path: "icedSchool", spec: choice(ICED_SCHOOLS), label: "iced ratio" },
      {
        path: "rule.unitsPerDoubling",
        spec: number("dial", 0, 24),
        label: "coarser per doubling",
        help: "of the bed, on a dial of 24",
      },
      {
        path: "rule.icedUnits",
        spec: number("dial", 0, 24),
        label: "finer for a short iced brew",
        help: "on a dial of 24",
      },
      { path: "strongerBy", spec: choice(STRONGER_BY), label: "a thin cup is mended by" },
      {
        path: "doseTrimPct",
        spec: number("%", 0, 30),
        label: "less coffee per doubling",
        help: "of the batch; 0 keeps the ratio",
      },
      {
        path: "extractionGuessPct",
        spec: number("%", 1, 35),
        label: "extraction, where no cup was metered",
        help: "shown as a guess",
      },
      { path: "roomTempC", spec: number("°C", -30, 60), label: "the room has" },
      { path: "coldWaterC", spec: number("°C", 0, 40), label: "cold water has" },
      { path: "icedTempC", spec: number("°C", 0, 60), label: "an iced batch ends at" },
      { path: "hold.hotMin", spec: number("min", 1, 4320), label: "hot coffee is sold for" },
      { path: "hold.icedMin", spec: number("min", 1, 4320), label: "iced coffee is sold for" },
      { path: "hold.leastHotC", spec: number("°C", 0, 95), label: "hot is sold down to" },
    ],
  },
];
const FIELDS = SECTIONS.flatMap(({ fields }) => fields);
const FORM: readonly FormField[] = FIELDS.map(({ path, spec, label, help }) => ({
  name: path,
  spec,
  words: { label, ...(help !== undefined && { help }) },
}));

const S_PER_MIN = 60;
/** Settings by their paths; times in minutes, as they are typed. */
function flatOf({ name, settings }: Pick<House, "name" | "settings">): Values {
  return Object.fromEntries(
    FIELDS.map(({ path }) => {
      if (path === "name") return [path, name];
      const value = path
        .split(".")
        .reduce<unknown>((at, key) => (at as Record<string, unknown>)[key], settings);
      return [path, path.startsWith("brewTimeS") ? Number(value) / S_PER_MIN : (value as Value)];
    }),
  );
}

function settingsFrom(flat: Values, base: HouseSettings): HouseSettings {
  const settings = structuredClone(base) as unknown as Record<string, unknown>;
  for (const { path } of FIELDS) {
    if (path === "name") continue;
    const keys = path.split(".");
    const last = keys.pop()!;
    const at = keys.reduce<Record<string, unknown>>(
      (node, key) => node[key] as Record<string, unknown>,
      settings,
    );
    at[last] = path.startsWith("brewTimeS") ? Math.round(Number(flat[path]) * S_PER_MIN) : flat[path];
  }
  return settings as unknown as HouseSettings;
}

/** The house's settings for all its sites. */
export function Settings({ house }: { readonly house: House }) {
  const { may } = useCounter();
  const [saved, setSaved] = useState(0);
  if (!may("setBench")) {
    return (
      <Panel title="House settings">
        <p className="text-quiet">{rightSentence("setBench")}</p>
      </Panel>
    );
  }
  return (
    <Panel title="House settings">
      {/* Saved or given up, it begins anew with what is kept. */}
      <SettingsForm key={`${house.revision} ${saved}`} house={house} onDone={() => setSaved(saved + 1)} />
    </Panel>
  );
}

interface SettingsFormProps {
  readonly house: House;
  readonly onDone: () => void;
}

function SettingsForm({ house, onDone }: SettingsFormProps) {
  const print = useUnits();
  const [base] = useState(house);
  const [turned, setTurned] = useState<string>();
  const [theirs, setTheirs] = useState<House & { readonly changedBy: string }>();
  const { act, trouble, busy } = useAct();
  const [start] = useState(() => flatOf(base));
  const form = useFields({ fields: FORM, start, draft: `settings.${base.revision}`, trouble });
  const done = () => {
    form.forget();
    onDone();
  };
  const anew = () => {
    form.forget();
    form.restart(start);
  };
  const keep = async (flat: Values, revision: number) => {
    const wrong = FIELDS.find(({ path }) => isTurned(path, flat))?.path;
    setTurned(wrong);
    if (wrong) return;
    const settings = settingsFrom(flat, base.settings);
    const sent = await act(keepSettings({ revision, name: String(flat.name), settings }));
    if (!sent.ok) return;
    if (sent.data.theirs) return setTheirs(sent.data.theirs);
    toast.success("The settings are kept.");
    done();
  };
  const save = () => form.submit((flat) => keep(flat, base.revision));
  const choose = (chosen: Chosen) => {
    if (!theirs) return;
    const other = flatOf(theirs);
    setTheirs(undefined);
    void form.submit((mine) => {
      const picked = FIELDS.map(({ path }) => [
        path,
        (chosen[path] === "theirs" ? other : mine)[path] ?? null,
      ]);
      return keep(Object.fromEntries(picked), theirs.revision);
    });
  };
  return (
    <SaveForm save="Keep these settings" busy={busy} onSave={save} onDone={done}>
      {form.isRestored && <Restored onAnew={anew} />}
      {SECTIONS.map(({ title, fields }) => (
        <fieldset key={title}>
          <legend className="font-semibold">{title}</legend>
          <div className={FIELD_GRID}>
            {fields.map(({ path }) => (
              <FormRow
                key={path}
                form={form}
                name={path}
                trouble={turned === path ? "This is below where it begins: change the two over." : undefined}
              />
            ))}
          </div>
        </fieldset>
      ))}
      {theirs && (
        <Conflict
          what="the settings"
          who={theirs.changedBy}
          versions={{
            base: saidOf(flatOf(base), print),
            mine: saidOf(form.read, print),
            theirs: saidOf(flatOf(theirs), print),
          }}
          label={(path) => FIELDS.find((each) => each.path === path)?.label ?? path}
          show={(_path, value) => value || "nothing"}
          onChoose={choose}
          onClose={() => setTheirs(undefined)}
        />
      )}
    </SaveForm>
  );
}

/** A window's upper end below its lower one. */
function isTurned(path: string, flat: Values): boolean {
  if (!path.endsWith(".1")) return false;
  return Number(flat[path]) < Number(flat[path.replace(/1$/, "0")]);
}

function saidOf(flat: Readonly<Record<string, Value | undefined>>, print: Printers) {
  return Object.fromEntries(FIELDS.map(({ path, spec }) => [path, textOf(spec, flat[path] ?? null, print)]));
}
