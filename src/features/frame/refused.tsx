"use client";

import type { Right } from "#core/people";
import { Button } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Panel } from "#ui/panel.tsx";
import { rightSentence } from "#words/people";

/** Stands in for a page that is not for this person. */
export function Refused({ right }: { readonly right: Right }) {
  const { ask } = useCounter();
  return (
    <Panel title="This is not yours to do" className="mx-auto max-w-2xl">
      <p className="mb-3">{rightSentence(right)}</p>
      <Button onClick={ask}>Switch person</Button>
    </Panel>
  );
}
