/** Why a page is not shown while the house does not answer. */
export const AWAY_WORDS = {
  locked: {
    title: "Locked",
    text: "The house does not answer. What is kept on this device is shown again when somebody has signed in; what was tapped here is kept, and sent then.",
  },
  notKept: {
    title: "The house does not answer",
    text: "This page is not kept on this device. What was tapped here is kept, and sent when the house is back.",
  },
} as const;

export type Away = keyof typeof AWAY_WORDS;

/** Places that are kept without a network, as they are named. */
export const KEPT_PLACES = { "/bar": "Bar", "/shift": "Shift", "/cards": "Cards", "/wall": "Wall" } as const;
