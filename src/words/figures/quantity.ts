import { printNumber, type QuantityFailure } from "#core/units";
import { listed } from "./names.ts";

const TYPED_DECIMALS = 3;

/** Why a typed quantity was not taken, and what to type instead. */
export function quantitySentence(failure: QuantityFailure): string {
  switch (failure.code) {
    case "emptyQuantity":
      return "Type a figure.";
    case "notANumber":
      return `“${failure.text}” is not a figure. Type digits, such as 1.5 or 2 1/4.`;
    case "ambiguousNumber": {
      const unit = failure.unit && ` ${failure.unit}`;
      const decimal = printNumber(failure.asDecimal, TYPED_DECIMALS + 1);
      return `Do you mean ${decimal}${unit} or ${printNumber(failure.asThousands, 0)}${unit}? Type one of these.`;
    }
    case "unknownUnit":
      return `“${failure.unit}” is not a unit for this. Use ${listed(failure.known, "or")}.`;
    case "volumeForMass":
      return `This is weighed, so ${failure.unit} cannot be taken. Type g or oz.`;
    case "ratioOrGPerL":
      return `Do you mean 1:${printNumber(failure.number, 2)} or ${printNumber(failure.number, 1)} g/l (1:${printNumber(failure.ratioOfGPerL, 2)})? Type one of these.`;
    case "bandNotTaken":
      return "One figure is wanted here, not a range.";
    case "unclearTime":
      return `How long is ${failure.text}? Type minutes and seconds with a colon, such as 5:20; seconds go up to 59.`;
    case "bandTurned":
      return "Type the lower end of the range first.";
  }
}
