import { z } from "zod";
import { GLASS_PINS, GLASS_SERVICES, ICED_METHODS, ICED_RANGES, type IcedFigure, TOP_OFFS } from "#core/iced";
import { ICED_SCHOOLS } from "./icedMethod.ts";

const within = (name: IcedFigure) => z.number().min(ICED_RANGES[name][0]).max(ICED_RANGES[name][1]);

/** The service of an iced sheet, besides its pins. */
export const icedService = z.strictObject({
  method: z.enum(ICED_METHODS),
  inGlass: z
    .array(z.enum(GLASS_PINS))
    .max(GLASS_PINS.length)
    .readonly()
    .describe("Said of the glass at the first sip"),
  bloomApart: z.boolean().describe("The bloom's liquid is kept apart, and joins last"),
  bloomTimes: within("bloomTimes").nullable().describe("Bloom water per dose, g/g; the recipe's when null"),
  servers: z.union([z.literal(1), z.literal(2)]).describe("That one batch is shared over"),
  cup: z.string().max(40),
  glass: z.enum(GLASS_SERVICES),
  topOffG: within("topOffG").describe("On top of each glass, g"),
  topOff: z.enum(TOP_OFFS),
  steepRatio: within("steepRatio").describe("Water to coffee in a concentrate, g/g"),
  steepH: within("steepH").describe("h"),
  steepKeptH: within("steepKeptH").describe("Thrown away so long after it was drained at the latest, h"),
  bathTempC: within("bathTempC").nullable().describe("What a bath chills to, °C; the house's when null"),
  bathIceG: within("bathIceG").nullable().describe("In the bath, g; as much as it takes when null"),
});

const massG = z.number().min(0);

/** Figures of an iced card beside its sheet: bath, glass, level. */
export const cardIced = z.strictObject({
  school: z.enum(ICED_SCHOOLS).optional(),
  apart: z
    .strictObject({ massG, tempC: z.number() })
    .optional()
    .describe("The bloom's liquid, as it joins at the end"),
  glass: z
    .strictObject({
      volumeMl: massG,
      coffeeG: massG,
      iceG: massG.describe("In each glass, and in a shaker"),
      count: massG.describe("How many the server fills"),
      tempC: z.number().describe("At the first sip, °C"),
      strengthPct: massG.describe("At the first sip, %"),
    })
    .optional(),
  bath: z
    .strictObject({
      iceG: massG,
      waterG: massG,
      startTempC: z.number(),
      wantedTempC: z.number(),
      turnedS: massG.describe("Until it is cold, the vessel turned, s"),
      stillS: massG.optional().describe("The same, left alone"),
    })
    .optional(),
  steep: z
    .strictObject({
      concentrateG: massG,
      concentratePct: massG.describe("Its own strength, %"),
      parts: massG.describe("Water to one part of it"),
    })
    .optional(),
});
export type CardIced = z.infer<typeof cardIced>;
