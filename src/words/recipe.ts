export function recipeSentence(
  code: "offTheDial" | "bloomAboveWater" | "moreThanWater" | "bedHoldsAll",
): string {
  switch (code) {
    case "offTheDial":
      return "This setting is not on the grinder's dial.";
    case "bloomAboveWater":
      return "The bloom is more than all the water.";
    case "moreThanWater":
      return "More came out than went in: was the server weighed along?";
    case "bedHoldsAll":
      return "The bed would keep all of this water: is it water in, and not coffee out?";
  }
}
