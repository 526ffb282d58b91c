import { subDays } from "date-fns";
import type { RecipeState } from "#contract/recipeKinds.ts";
import { BLANK, type Recipe, type RecipePour } from "#core/recipe";
import type * as schema from "#data/schema/index.ts";
import { BARISTA, DEMO_IDS, demoId, LEAD } from "./bench.ts";

const { brewers, coffees, grinders } = DEMO_IDS;

const pour = (toG: number, atS: number, others: Partial<RecipePour> = {}): RecipePour => ({
  toG,
  start: { atS },
  pace: null,
  where: "spiral",
  agitation: "none",
  ...others,
});

const HAND: Recipe = { ...BLANK, doseG: 22, dialSetting: 31, texture: null, filterNote: "seam folded over" };

const LOFT: Recipe = {
  ...HAND,
  doseRangeG: [20, 24],
  pours: [
    pour(55, 0, { agitation: "swirl" }),
    pour(150, 40),
    pour(250, 75),
    pour(352, 110, { where: "centre", agitation: "swirl" }),
  ],
  doneS: 190,
  weighedG: 303,
  strengthPct: 1.38,
  taste: "sweet and round; toffee as it cools",
  origin: "Oda's own, from two winters upstairs",
  services: ["hot", "flash"],
};

const SLACK: Recipe = {
  ...HAND,
  serve: "iced",
  doseG: 24,
  waterTempC: 92,
  dialSetting: 27,
  pours: [pour(70, 0, { agitation: "stir" }), pour(150, 50), pour(222, 80)],
  iceG: 138,
  doneS: 160,
  strengthPct: 1.4,
  taste: "bright, still full when the ice is gone",
  services: ["flash"],
};

interface Written {
  readonly version: number;
  readonly id: number;
  readonly state: RecipeState;
  readonly daysAgo: number;
  readonly by?: string;
  readonly brewerId?: string;
  readonly coffeeId?: string;
  readonly grinderId?: string | null;
  readonly retentionGPerG: number;
  readonly recipe: Recipe;
}

/** The demo house's recipes: two cups that its pots come from, and those made upstairs and on the quay. */
const BOOK: readonly { readonly id: number; readonly name: string; readonly versions: readonly Written[] }[] =
  [
    {
      id: 60,
      name: "Loft cone",
      versions: [
        {
          version: 3,
          id: 64,
          state: "earlier",
          daysAgo: 80,
          retentionGPerG: 2.23,
          recipe: {
            ...LOFT,
            dialSetting: 33,
            pours: [pour(50, 0), pour(200, 35), pour(340, 90)],
            doneS: 175,
            weighedG: 291,
            strengthPct: 1.29,
            taste: "clean, a little thin",
          },
        },
        { version: 4, id: 65, state: "standard", daysAgo: 58, retentionGPerG: 2.23, recipe: LOFT },
      ],
    },
    {
      id: 61,
      name: "Slack water",
      versions: [{ version: 2, id: 66, state: "standard", daysAgo: 30, retentionGPerG: 2.15, recipe: SLACK }],
    },
    {
      id: 62,
      name: "Harbour press",
      versions: [
        {
          version: 1,
          id: 67,
          state: "trial",
          daysAgo: 12,
          by: BARISTA,
          brewerId: brewers.press,
          coffeeId: coffees.nightMail,
          grinderId: null,
          retentionGPerG: 1.9,
          recipe: {
            ...HAND,
            doseG: 60,
            dialSetting: null,
            texture: "coarse sea salt",
            rinsed: false,
            filterNote: "",
            blooms: false,
            pours: [pour(600, 0)],
            press: { steepS: 300, stirred: true, pressS: 30, turnedOver: false },
            dilutionG: 300,
            portions: { cups: 4, fillG: 220 },
            doneS: 330,
            weighedG: 786,
            taste: "heavy, cocoa; good for a table of four",
          },
        },
      ],
    },
    {
      id: 63,
      name: "Gangway",
      versions: [
        {
          version: 1,
          id: 68,
          state: "draft",
          daysAgo: 2,
          by: BARISTA,
          brewerId: brewers.flat,
          coffeeId: coffees.lowTide,
          retentionGPerG: 2.23,
          recipe: {
            ...HAND,
            doseG: 18,
            dialSetting: 29,
            pours: [pour(45, 0, { agitation: "stir" }), pour(170, 45), pour(288, 95)],
            origin: "tried on a quiet Tuesday",
          },
        },
      ],
    },
    {
      id: 69,
      name: "Quay batch",
      versions: [
        {
          version: 1,
          id: 72,
          state: "trial",
          daysAgo: 40,
          brewerId: brewers.turnstone,
          coffeeId: coffees.nightMail,
          grinderId: grinders.chough,
          retentionGPerG: 2.05,
          recipe: {
            ...HAND,
            doseG: 110,
            dialSetting: 11,
            waterTempC: 93,
            blooms: false,
            filterNote: "",
            pours: [pour(1733, 0)],
            steps: [
              {
                when: "first drops",
                atS: null,
                act: "stir",
                note: "with the long spoon, five turns",
                staysG: null,
              },
              { when: "after", atS: null, act: "lid on", note: "", staysG: null },
              { when: "after", atS: null, act: "transfer", note: "to the white pot", staysG: 25 },
            ],
            doneS: 300,
            weighedG: 1507,
            strengthPct: 1.31,
            taste: "dark, round, no edge",
          },
        },
      ],
    },
  ];

export const LOFT_CONE = LOFT;

export const RECIPES: (typeof schema.recipes.$inferInsert)[] = BOOK.map(({ id, name }, position) => ({
  id: demoId(id),
  name,
  position,
}));

/** Every version, written so many days before the house is opened. */
export function recipeVersions(now: Date): (typeof schema.recipeVersions.$inferInsert)[] {
  return BOOK.flatMap(({ id: recipe, versions }) =>
    versions.map(({ id, daysAgo, by = LEAD, ...version }) => ({
      brewerId: brewers.cone,
      coffeeId: coffees.saltmarsh,
      grinderId: grinders.dunlin,
      ...version,
      id: demoId(id),
      recipeId: demoId(recipe),
      madeBy: by,
      at: subDays(now, daysAgo),
    })),
  );
}
