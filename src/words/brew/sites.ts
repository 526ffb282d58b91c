import type { SiteFacts } from "#contract/siteFacts.ts";
import { printNumber } from "#core/units";
import { PLAIN, type Printers } from "#words/figures";

interface Side {
  readonly site: string;
  readonly brewer: string;
  readonly facts: SiteFacts;
}

const mm = (value: number) => `${printNumber(value, 0)} mm`;

/** Differences smaller than these are none in a cup. */
const SAME = { tempC: 0.4, depthShare: 0.05, retained: 0.03, share: 0.03 };

/** Why one recipe is brewed otherwise on two sites' equipment: a sentence for each thing that differs. */
export function siteWhys(a: Side, b: Side, { temp }: Printers = PLAIN): readonly string[] {
  const sentences: string[] = [];
  const [hotter, cooler] = a.facts.waterTempC >= b.facts.waterTempC ? [a, b] : [b, a];
  if (hotter.facts.waterTempC - cooler.facts.waterTempC > SAME.tempC) {
    sentences.push(
      `The water is ${temp(hotter.facts.waterTempC)} at ${hotter.site} and ${temp(cooler.facts.waterTempC)} at ${cooler.site}, where it boils at ${temp(cooler.facts.boilsC)}: cooler water takes out less, so the grind goes finer there.`,
    );
  }
  const depths = [a.facts.bedDepthMm, b.facts.bedDepthMm] as const;
  if (depths[0] !== undefined && depths[1] !== undefined) {
    const [deep, flat] = depths[0] >= depths[1] ? [a, b] : [b, a];
    const [most, least] = [
      Math.max(...(depths as [number, number])),
      Math.min(...(depths as [number, number])),
    ];
    if (most / least > 1 + SAME.depthShare) {
      sentences.push(
        `The bed lies ${mm(most)} deep in ${deep.brewer} and ${mm(least)} in ${flat.brewer}: a deeper bed holds water longer, so it is ground coarser in ${deep.brewer}.`,
      );
    }
  }
  const [more, less] = a.facts.retentionGPerG >= b.facts.retentionGPerG ? [a, b] : [b, a];
  if (more.facts.retentionGPerG - less.facts.retentionGPerG > SAME.retained) {
    sentences.push(
      `A gram of coffee keeps ${printNumber(more.facts.retentionGPerG, 2)} g of water in ${more.brewer} and ${printNumber(less.facts.retentionGPerG, 2)} g in ${less.brewer}: for the same pot more water goes in there.`,
    );
  }
  const paces = [a, b].map(({ facts }) => facts.sprayGPerS);
  if ((paces[0] === undefined) !== (paces[1] === undefined)) {
    const [sprayed, poured] = paces[0] === undefined ? [b, a] : [a, b];
    sentences.push(
      `${sprayed.brewer} sprays, ${poured.brewer} is poured by hand: the water's pace is another.`,
    );
  } else if (
    paces[0] !== undefined &&
    paces[1] !== undefined &&
    Math.abs(Math.log(paces[0] / paces[1])) > SAME.share
  ) {
    sentences.push(
      `${a.brewer} sprays ${printNumber(paces[0], 1)} g/s and ${b.brewer} ${printNumber(paces[1], 1)} g/s: the slower one sets a longer time, whatever the dial.`,
    );
  }
  if (Math.abs(Math.log(a.facts.drag / b.facts.drag)) > SAME.share) {
    const slow = a.facts.drag > b.facts.drag ? a : b;
    sentences.push(`The filter in ${slow.brewer} slows the flow more.`);
  }
  if (Math.abs(Math.log(a.facts.permeability / b.facts.permeability)) > SAME.share) {
    const free = a.facts.permeability > b.facts.permeability ? a : b;
    sentences.push(
      `By the log, water runs more freely in ${free.brewer} at ${free.site} than the model thinks.`,
    );
  }
  const [taught, other] = a.facts.lessons >= b.facts.lessons ? [a, b] : [b, a];
  if (taught.facts.lessons > 0 && other.facts.lessons !== taught.facts.lessons) {
    sentences.push(
      `${taught.facts.lessons} approved ${taught.facts.lessons === 1 ? "batch teaches" : "batches teach"} the dial at ${taught.site}, ${other.facts.lessons === 0 ? "none" : String(other.facts.lessons)} at ${other.site}: the setting there is the less sure one.`,
    );
  }
  return sentences.length > 0 ? sentences : ["Nothing in the equipment differs that would show in the cup."];
}
