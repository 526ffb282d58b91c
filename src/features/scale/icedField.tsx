import { ICED_RANGES, type IcedFigure, type IcedService } from "#core/iced";
import { printNumber } from "#core/units";
import { FigureField } from "#ui/figure/figureField.tsx";

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
    <FigureField
      look="line"
      label={label}
      kind="times"
      step={1}
      value={value}
      optional={usual !== undefined}
      usual={usual === undefined ? undefined : printNumber(usual, 1)}
      bounds={[least, most]}
      onValue={(next) => onIced({ [name]: next })}
    />
  );
}
