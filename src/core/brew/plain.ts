import * as c from "./constants.ts";
import { type BrewInput, USUAL_LAYERS } from "./input.ts";
import { type Pool, poolsOf } from "./pools.ts";
import { sizeClasses } from "./sizes.ts";
import { arrhenius, type Solids } from "./solids.ts";
import { lastSolidsG, saturatedGPerG, solubleShare } from "./solubility.ts";

/** One layer of the bed: what its grains still hold by pool, and what is dissolved in its liquid, g. */
interface Layer {
  readonly inGrainsG: number[];
  inLiquidG: number;
}

/**
 * The solids' way, written as it is thought: every pool of every size in every layer, one after the other. The
 * oracle of `fastSolids`.
 *
 * In a step, a pool gives k·(min(n − stays, saturated·w) − C·w), and no less than −k·C·w: n is what it holds, `stays` the
 * part of it that water of this temperature does not dissolve, w its grains' own water, C the concentration around it at
 * the step's end. Water that the grains soak up takes its solids along, into the broken cells. So no liquid is stronger
 * than what it comes from, or than a saturated one. Implicit in C, so that nothing turns negative however long the step.
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
  const broken = sum(pools.map(({ part, perS }) => (perS === c.BROKEN_PER_S ? part : 0)));
  const soaksShare = ({ part, perS }: Pool) => (perS === c.BROKEN_PER_S ? part / broken : 0);
  let [outG, elsewhereG, layerG] = [0, 0, 0];
  return {
    onStep: ({ stepS, liquidG, throughG, outG: flowOutG, cupShare, soakedG, tempC }) => {
      layerG = liquidG / count;
      const rate = (factors?.extraction ?? 1) * arrhenius(tempC);
      const stayShare = 1 - solubleShare(tempC);
      let fromAboveG = 0;
      layers.forEach((layer, i) => {
        const belowG = throughG - ((i + 1) / count) * (throughG - flowOutG);
        const k = pools.map(({ perS }) => perS * rate * stepS);
        const given = pools.map((pool, j) => {
          const staysG = (stayShare * pool.part * solubleG) / count;
          const mostG = saturatedGPerG(tempC) * waterOf(pool);
          return (k[j]! * Math.max(0, Math.min(layer.inGrainsG[j]! - staysG, mostG))) / (1 + k[j]!);
        });
        const takes = pools.map(
          (pool, j) => (k[j]! * waterOf(pool)) / (1 + k[j]!) + (soaksShare(pool) * soakedG) / count,
        );
        // Dissolved, from above and given are together C · (liquid + below + what the grains take up).
        const perG = (layer.inLiquidG + fromAboveG + sum(given)) / (layerG + belowG + sum(takes));
        pools.forEach((_, j) => {
          layer.inGrainsG[j] = layer.inGrainsG[j]! - given[j]! + perG * takes[j]!;
        });
        layer.inLiquidG = perG * layerG;
        fromAboveG = perG * belowG;
      });
      outG += fromAboveG * cupShare;
      elsewhereG += fromAboveG * (1 - cupShare);
    },
    outG: () => outG,
    end: (lastG) => {
      const drippedG = lastSolidsG(
        layers.map(({ inLiquidG }) => inLiquidG),
        layerG,
        lastG,
      );
      const leftG = sum(layers.map(({ inGrainsG, inLiquidG }) => inLiquidG + sum(inGrainsG))) - drippedG;
      return { outG: outG + drippedG, balanceG: solubleG - outG - drippedG - elsewhereG - leftG };
    },
  };
}

function sum(all: readonly number[]): number {
  return all.reduce((total, each) => total + each, 0);
}
