import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { DayPlanStart } from "#contract/dayKit.ts";
import { minuteIn } from "#contract/days.ts";
import { simulatedTill, type Till } from "#devices/index.ts";
import { useBar } from "#parts/bar/barContext.ts";
import { dayAsked } from "#scaling/plan";
import { Button } from "#ui/button.tsx";
import { ChoiceField } from "#ui/choice/choice.tsx";
import { useCounter } from "#ui/counter.tsx";
import { askServer, queryClient } from "#ui/query.ts";
import { counted } from "#words/figures";

const EVERY_MS = 4000;
const MS_PER_MIN = 60_000;
/** Minutes of the day that go by at the till in a minute. */
const PACES = { "1": "as the day goes", "60": "an hour a minute" } as const;
type Pace = keyof typeof PACES;

/** A till that sells by what the day likely asks for: to see the Bar and its plan follow one before a real one is connected. */
export function TillPanel() {
  const bar = useBar();
  const { send } = useCounter();
  const siteId = bar?.view.siteId ?? "";
  const { data: start } = useQuery(
    {
      queryKey: ["plan", siteId],
      queryFn: ({ signal }) => askServer<DayPlanStart>(`/api/v1/plan?site=${siteId}`, signal),
      enabled: siteId !== "",
    },
    queryClient,
  );
  const [pace, setPace] = useState<Pace>("1");
  const [isSelling, setSelling] = useState(false);
  const [soldCups, setSold] = useState(0);
  const nowMs = useRef(0);
  nowMs.current = bar?.nowMs ?? 0;
  useEffect(() => {
    if (!isSelling || !start) return;
    const till = tillOf(start);
    let atMin = minuteIn(start.kit.timeZone, nowMs.current);
    const stepMin = (Number(pace) * EVERY_MS) / MS_PER_MIN;
    const sell = async () => {
      const sales = till.soldIn(atMin, atMin + stepMin);
      atMin += stepMin;
      if (sales.length === 0) return;
      const at = new Date(nowMs.current).toISOString();
      const sent = await send(
        post(
          siteId,
          sales.map((sale) => ({ ...sale, id: uuidv7(), at })),
        ),
      );
      if (sent.ok) setSold((before) => before + sales.reduce((sum, { count }) => sum + count, 0));
      else setSelling(false);
    };
    const selling = setInterval(() => void sell(), EVERY_MS);
    return () => clearInterval(selling);
  }, [isSelling, start, pace, siteId, send]);
  if (!start || start.kit.products.length === 0) return null;
  return (
    <div className="pb-3">
      <p className="text-quiet text-sm">
        A till sends its sales over the API, and each cup leaves the oldest pot of its product. None is
        connected: this one is simulated, and sells by what this day likely asks for. Its cups count like any
        other.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <ChoiceField<Pace>
          label="its day goes by"
          value={pace}
          options={(["1", "60"] as const).map((value) => ({ value, text: PACES[value] }))}
          onChange={setPace}
        />
        <Button className="min-h-12" onClick={() => setSelling(!isSelling)}>
          {isSelling ? "Stop it" : "Let it sell"}
        </Button>
        <span role="status" className="tabular-nums">
          {(isSelling || soldCups > 0) && `${counted(soldCups, "cup")} sold by it`}
        </span>
      </div>
    </div>
  );
}

/** A product's cups, spread evenly over the sizes that it is sold in. */
function tillOf({ kit, sitePlan, dayPlan }: DayPlanStart): Till {
  const { cups, habits } = dayAsked(kit, sitePlan.plan, dayPlan.changes);
  return simulatedTill(
    kit.products.flatMap(({ name, serve }, i) => {
      const sizes = kit.sold.filter((each) => `${each.coffee}, ${each.serve}` === name);
      return sizes.map(({ coffee, cupMl }) => ({
        coffee,
        serve,
        cupMl,
        cups: cups[i]!.map((each) => each / sizes.length),
        varianceToMean: habits.products[i]!.varianceToMean,
      }));
    }),
    Date.now(),
  );
}

async function post(siteId: string, sales: readonly object[]) {
  const response = await fetch(`/api/v1/sales?site=${siteId}`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ sales }),
  });
  const body = await response.json();
  return response.ok
    ? { data: body }
    : { serverError: { code: body.error.code, message: body.error.message } };
}
