"use client";

import { useSyncExternalStore } from "react";
import { Link } from "#ui/link.tsx";
import { Panel } from "#ui/panel.tsx";
import { Guide } from "./guide.tsx";
import type { GuidePageProps } from "./guideProps.ts";

/** A guide that was begun while the house was away: this device made its id, which stands behind the # of its address. */
export function NewGuide(props: GuidePageProps) {
  const id = useSyncExternalStore(hashChanges, hash, noHash);
  const { guide } = props;
  if (id === "")
    return (
      <Panel title={guide.title}>
        <p>
          <Link href={`/cards/${guide.cardId}`} className="underline decoration-rim/40">
            Brew it from its card
          </Link>
          .
        </p>
      </Panel>
    );
  return <Guide key={id} {...props} guide={{ ...guide, id }} isNew />;
}

function hashChanges(onChange: () => void): () => void {
  addEventListener("hashchange", onChange);
  return () => removeEventListener("hashchange", onChange);
}
const hash = () => window.location.hash.slice(1);
const noHash = () => "";
