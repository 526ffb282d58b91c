/** Why a typed quantity was not taken. */
export type QuantityFailure =
  | { readonly code: "emptyQuantity" }
  | { readonly code: "notANumber"; readonly text: string }
  /** One comma or point before exactly three digits: a fraction, or thousands? Asked about, never guessed. */
  | {
      readonly code: "ambiguousNumber";
      readonly asDecimal: number;
      readonly asThousands: number;
      readonly unit: string;
    }
  | { readonly code: "unknownUnit"; readonly unit: string; readonly known: readonly string[] }
  /** A volume where something is weighed: coffee and ice have no fixed weight per litre. */
  | { readonly code: "volumeForMass"; readonly unit: string }
  /** A bare number too large for a ratio and usual for grams per litre. Asked about, never guessed. */
  | { readonly code: "ratioOrGPerL"; readonly number: number; readonly ratioOfGPerL: number }
  /** Minutes and seconds that may be meant in two ways. */
  | { readonly code: "unclearTime"; readonly text: string }
  /** Two ends where one figure is wanted. */
  | { readonly code: "bandNotTaken" }
  /** A band whose upper end is typed first. */
  | { readonly code: "bandTurned" };
