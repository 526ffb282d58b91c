/** How figures are printed in a sentence: its reader's units. */
export interface Printers {
  readonly mass: (massG: number) => string;
  readonly liquid: (massG: number) => string;
  readonly temp: (tempC: number) => string;
}
