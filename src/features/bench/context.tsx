"use client";

import { createContext, type ReactNode, useContext, useState } from "react";
import { v7 as uuidv7 } from "uuid";
import type { RefField } from "#contract/fields.ts";
import type { Measure } from "#contract/measure.ts";
import type { Named } from "#parts/form/schema.ts";
import { useCounter } from "#ui/counter.tsx";
import { toast } from "#ui/notice.ts";
import { keepMeasure, proposeMeasure } from "./actions.ts";

/** The site as every form of the bench may need it. */
export interface BenchSite {
  readonly id: string;
  readonly name: string;
  /** Above the sea, m. */
  readonly altitudeM: number;
  /** ISO 4217. */
  readonly currency: string;
  /** °C */
  readonly roomC: number;
  /** Things that a reference field can name, by kind. */
  readonly refs: { readonly [kind in RefField["to"]]: readonly Named[] };
  readonly scales: readonly (Named & { readonly capacityG: number })[];
}

const Context = createContext<BenchSite | undefined>(undefined);

export function WithSite({ site, children }: { readonly site: BenchSite; readonly children: ReactNode }) {
  return <Context value={site}>{children}</Context>;
}

export function useSite(): BenchSite {
  const site = useContext(Context);
  if (!site) throw new Error("a form of the bench outside its site");
  return site;
}

/**
 * The way for what was measured: a lead's is kept at once, a barista's waits for a lead. Undefined for whoever
 * may do neither.
 */
export function useMeasure() {
  const { may } = useCounter();
  const site = useSite();
  // One proposal until it is answered: sent once more after a lost answer, it is the same one.
  const [proposalId, setProposalId] = useState(() => uuidv7());
  if (may("measure")) return { save: "Keep", send: keepMeasure };
  if (!may("propose")) return undefined;
  const send = async (measure: Measure) => {
    const reply = await proposeMeasure({ id: proposalId, siteId: site.id, measure });
    if (reply?.serverError?.code !== "unknown") setProposalId(uuidv7());
    if (reply?.data) toast.success("A lead will look at it.");
    return reply;
  };
  return { save: "Propose", send };
}
