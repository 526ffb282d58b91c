/** After how much a task is due again; what is absent does not count. */
export interface CareEvery {
  readonly days?: number | undefined;
  /** Litres brewed. */
  readonly litres?: number | undefined;
  /** Kilograms ground. */
  readonly kg?: number | undefined;
}

/** Days, litres and kg since it was done last. */
export interface CareSince {
  readonly days: number;
  readonly litres: number;
  readonly kg: number;
}

export interface CareDue {
  /** 1 and more is due; of several measures, the fullest. */
  readonly share: number;
  readonly by: keyof CareSince;
}

const MEASURES = ["days", "litres", "kg"] as const;

/** How far along a task is towards being due. */
export function careDue(every: CareEvery, since: CareSince): CareDue {
  return MEASURES.reduce<CareDue>(
    (fullest, by) => {
      const most = every[by];
      const share = most === undefined ? 0 : since[by] / most;
      return share > fullest.share ? { share, by } : fullest;
    },
    { share: 0, by: "days" },
  );
}
