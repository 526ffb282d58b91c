import * as c from "./constants.ts";
import { type BrewInput, USUAL_LAYERS } from "./input.ts";
import { type Pool, poolsOf } from "./pools.ts";
import { sizeClasses } from "./sizes.ts";
import { arrhenius, type Solids } from "./solids.ts";

/** One layer of the bed: what its grains still hold by pool, and what is dissolved in its liquid, g. */
interface Layer {
  readonly inGrainsG: number[];
  inLiquidG: number;
}

/**
 * The solids' way, written as it is thought: every pool of every size in every layer, one after the other. The
 * oracle of `fastSolids`.
 *
 * In a step, a pool gives k·(n − C·w): n is what it holds, w its grains' own water, C the concentration around it
 * at the step's end. Implicit in C, so that nothing turns negative however long the step.
 */
export function plainSolids({ doseG, grindUm, factors, resolution }: BrewInput): Solids {
  const count = resolution?.layers ?? USUAL_LAYERS;
  const pools = poolsOf(sizeClasses(grindUm));
  const solubleG = (c.SOLUBLE_PCT / 100) * doseG;
  const layers: readonly Layer[] = Array.from({ length: count }, () => ({
    inGrainsG: pools.map(({ part }) => (part * solubleG) / count),
    inLiquidG: 0,
  }));
  const waterOf = ({ part }: Pool) => (c.UPTAKE_G_PER_G * doseG * part) / count;
  let outG = 0;
  let bedLiquidG = 0;
  return {
    onStep: ({ stepS, liquidG, throughG, outG: flowOutG, tempC }) => {
      bedLiquidG = liquidG;
      const rate = (factors?.extraction ?? 1) * arrhenius(tempC);
      let fromAboveG = 0;
      layers.forEach((layer, i) => {
        const belowG = throughG - ((i + 1) / count) * (throughG - flowOutG);
        const k = pools.map(({ perS }) => perS * rate * stepS);
        // Dissolved, from above and Σ k·(n − C·w)/(1 + k) are together C · (liquid + below).
        const gives = pools.reduce((sum, _, j) => sum + (k[j]! * layer.inGrainsG[j]!) / (1 + k[j]!), 0);
        const takes = pools.reduce((sum, pool, j) => sum + (k[j]! * waterOf(pool)) / (1 + k[j]!), 0);
        const perG = (layer.inLiquidG + fromAboveG + gives) / (liquidG / count + belowG + takes);
        pools.forEach((pool, j) => {
          layer.inGrainsG[j] = (layer.inGrainsG[j]! + k[j]! * perG * waterOf(pool)) / (1 + k[j]!);
        });
        layer.inLiquidG = perG * (liquidG / count);
        fromAboveG = perG * belowG;
      });
      outG += fromAboveG;
    },
    outG: () => outG,
    end: (lastG) => {
      const lowestInLiquidG = layers.at(-1)?.inLiquidG ?? 0;
      const lastSolidsG =
        lastG > 0 ? Math.min(lowestInLiquidG, (lowestInLiquidG * lastG * count) / bedLiquidG) : 0;
      const leftG = layers.reduce(
        (sum, { inGrainsG, inLiquidG }) => inGrainsG.reduce((grains, g) => grains + g, sum + inLiquidG),
        -lastSolidsG,
      );
      return { outG: outG + lastSolidsG, balanceG: solubleG - outG - lastSolidsG - leftG };
    },
  };
}
