import { ICED_RANGES, type IcedFigure, type IcedService } from "#core/iced";
import { fail, ok } from "#core/result";
import { parseNumber, printNumber } from "#core/units";
import { InlineField } from "#ui/inlineField.tsx";
import { quantitySentence } from "#words/figures";

interface IcedFieldProps {
  readonly name: IcedFigure;
  readonly label: string;
  readonly iced: IcedService;
  readonly onIced: (change: Partial<IcedService>) => void;
  /** Value that counts where the figure is null; emptied, the field is that again. */
  readonly usual?: number | undefined;
}

/** A figure of the service, typed in place. */
export function IcedField({ name, label, iced, onIced, usual }: IcedFieldProps) {
  const [least, most] = ICED_RANGES[name];
  const value = iced[name];
  return (
    <InlineField<number | null>
      label={label}
      text={value === null ? "" : printNumber(value, 1)}
      usual={usual === undefined ? undefined : printNumber(usual, 1)}
      width="w-20 text-right"
      read={(typed) => {
        if (typed.trim() === "" && usual !== undefined) return ok(null);
        const read = parseNumber(typed);
        if (!read.ok) return fail(quantitySentence(read.failure));
        const { number } = read.value;
        return number >= least && number <= most
          ? ok(number)
          : fail(`From ${printNumber(least, 0)} to ${printNumber(most, 0)}.`);
      }}
      onValue={(next) => onIced({ [name]: next })}
    />
  );
}
