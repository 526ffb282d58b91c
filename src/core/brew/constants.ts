/*
 * What the forecast rests on, each with its unit, its usual range and where it is from. A house's own factors
 * (permeability, extraction) multiply what is least known.
 */

/** Liquid that bed and paper keep, g per g of dose, where no house has learned it; usual 1.8 to 2.4. */
export const USUAL_RETENTION_G_PER_G = 2.1;
/** Liquid that the grains and pores of a drained bed hold, g per g, whatever ends up kept; usual 2.0 to 2.2. */
export const HELD_G_PER_G = 2.1;
/** Grains on top of each other from which a bed percolates; fewer are only wetted. */
export const LEAST_GRAINS = 3;
/** Water that the grains themselves take up, g per g; usual 0.9 to 1.0. */
export const UPTAKE_G_PER_G = 0.95;
/** Of the wet bed's volume, between the grains; usual 0.40 to 0.50 for packed irregular grains. */
export const POROSITY = 0.45;
/** A full bed holds at least so much of its pores more than a drained one; the rest hangs on grains and paper. */
export const LEAST_MOBILE_SHARE = 0.25;
/** Of what can move in a drained bed, at most so much stays when it keeps more; usual 0.3 to 0.7. */
export const MOST_STAYING_SHARE = 0.5;
/** Share of the Kozeny–Carman permeability of clean grains that fines and paper leave; usual 0.02 to 0.2 for drip beds. */
export const CLOGGING = 0.165;
/** Kozeny and Carman's constant for beds of grains. */
export const KOZENY = 180;
/** Water's mean way through a cone's bed, as a share of its depth; usual 0.5 to 1. */
export const CONE_PATH_SHARE = 0.9;
/** m/s² */
export const GRAVITY = 9.81;
/** kg/m³, hot water. */
export const WATER_KG_PER_M3 = 965;
export const UM_PER_M = 1e6;
export const UM_PER_MM = 1e3;
export const MM_PER_M = 1e3;

/** Solids that can dissolve at most, % of the dose; usual 28 to 32 for roasted arabica and blends. */
export const SOLUBLE_PCT = 29.5;
/** How deep the grinder broke cells open, µm: one cell or so; usual 20 to 60. */
export const BROKEN_UM = 60;
/** Rate at which broken cells give, per s at the reference temperature; they are empty within a minute. */
export const BROKEN_PER_S = 0.12;
/** Effective diffusion in the grain, m²/s at the reference temperature; usual 2e-11 to 3e-10. */
export const DIFFUSION_M2_PER_S = 3.8e-11;
/** The first mode of diffusion out of a sphere: rate = 4π² · D ÷ d². */
export const SPHERE = 4 * Math.PI ** 2;
/** Activation energy of diffusion in hot water, J/mol; usual 15 to 30 kJ/mol. */
export const ACTIVATION_J_PER_MOL = 20_000;
export const GAS_J_PER_MOL_K = 8.314;
export const REFERENCE_C = 93;
export const KELVIN = 273.15;

/** J/g/K: water, and dry grounds. */
export const WATER_J_PER_G_K = 4.19;
export const GROUNDS_J_PER_G_K = 1.6;
/** Heat capacity of basket and paper, J/K per gram of dose; usual 0.5 to 3. */
export const BASKET_J_PER_G_K = 1.2;
/** Heat and steam that leave an open basket, W/K per m²; usual 40 to 120. */
export const LOSS_W_PER_M2_K = 70;
export const ROOM_C = 21;

/** Fines: broken cells, whatever the grind, µm; usual 30 to 100. */
export const FINES_UM = 50;
/** Of the mass at `FINES_AT_UM`; usual 0.08 to 0.2 there, more where it is finer. */
export const FINES_SHARE = 0.15;
export const FINES_AT_UM = 800;
/** The share of fines goes with (FINES_AT_UM ÷ median) to this power; usual 0.4 to 1. */
export const FINES_POWER = 0.5;
export const MOST_FINES = 0.45;
/** Spread of the rest: standard deviation of ln(diameter); usual 0.3 to 0.5 for burr grinders. */
export const SPREAD = 0.35;

/** Liquid that a steeped bed keeps, g per g: pressed off, usual 1.6 to 2.1; left to drain through cloth or paper, 2.1 to 2.6. */
export const PRESSED_G_PER_G = 1.9;
export const DRAINED_G_PER_G = 2.3;
/** Solids that a gram of hot liquid carries at most, g, as the first drops of a concentrate do; usual 0.2 to 0.3. */
export const SATURATED_G_PER_G = 0.25;
/** Of the stirred rates, where nobody stirs: a crust and a still film hold back; usual 0.6 to 0.9. */
export const UNSTIRRED_RATE = 0.75;
/** Loss through wall and lid of a steeping vessel, W/K per m²; usual 6 to 15. */
export const WALL_W_PER_M2_K = 10;
/** Share that water at `COLD_C` dissolves and carries of what hot water does, rising straight to 1 at `HOT_C`; usual 0.65 to 0.8. */
export const COLD_SHARE = 0.72;
export const COLD_C = 20;
export const HOT_C = 80;
