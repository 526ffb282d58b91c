import type { IcedMethod } from "#core/iced";
import { sameSize } from "#core/learn";
import type { Serve } from "#core/sheet";

/** A place: the coffee, brewer, service and size that a standard or a card is for. */
export interface Place {
  readonly coffeeId: string;
  readonly brewerId: string;
  readonly serve: Serve;
  /** How it is iced; null when hot. */
  readonly method: IcedMethod | null;
  /** Beverage, all ice melted, g. */
  readonly sizeG: number;
}

/** Whether two are of the same: coffee, brewer, service, way of icing and size. */
export function samePlace(a: Place, b: Place): boolean {
  return (
    a.coffeeId === b.coffeeId &&
    a.brewerId === b.brewerId &&
    a.serve === b.serve &&
    a.method === b.method &&
    sameSize(a.sizeG, b.sizeG)
  );
}
