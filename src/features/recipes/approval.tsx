"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { CardEffects, useFollowing } from "#parts/cardEffects.tsx";
import { Button, buttonClass } from "#ui/button.tsx";
import { useCounter } from "#ui/counter.tsx";
import { Link } from "#ui/link.tsx";
import { toast } from "#ui/notice.ts";
import { counted } from "#words/figures";
import { approveVersion } from "./actions.ts";

interface ApprovalProps {
  readonly recipeId: string;
  readonly versionId: string;
  readonly name: string;
  readonly version: number;
  readonly standard: number | undefined;
}

/** A version's way to being the standard: its cards before and after, each following or left as it is. */
export function Approval({ recipeId, versionId, name, version, standard }: ApprovalProps) {
  const router = useRouter();
  const { send } = useCounter();
  const following = useFollowing(`/api/v1/versions/${versionId}/cards`);
  const { chosen } = following;
  const [busy, setBusy] = useState(false);
  const make = async () => {
    setBusy(true);
    const sent = await send(approveVersion({ versionId, cards: [...chosen] }));
    setBusy(false);
    if (!sent.ok) return;
    const { changed, later } = sent.data;
    const cards = later
      ? " Its cards are being made anew."
      : changed > 0
        ? ` ${counted(changed, "card follows", { many: "cards follow" })} it.`
        : "";
    toast.success(`Version ${version} is the standard.${cards}`);
    router.push(`/recipes/${recipeId}?v=${versionId}`);
    router.refresh();
  };
  return (
    <div className="mx-auto flex max-w-6xl flex-col gap-3">
      <header>
        <h1 className="text-2xl">
          Make version {version} of <bdi>{name}</bdi> the standard
        </h1>
        <p className="text-quiet">
          {standard === undefined ? "It has no standard yet." : `Version ${standard} is the standard now.`}{" "}
          Scale starts from the standard; lists follow their cards.
        </p>
      </header>
      <CardEffects {...following} />
      <div className="flex flex-wrap gap-2">
        <Button look="main" disabled={busy || !following.effects} onClick={make}>
          {chosen.length === 0
            ? "Make it the standard, and leave the cards"
            : `Make it the standard, and change ${chosen.length} ${chosen.length === 1 ? "card" : "cards"}`}
        </Button>
        <Link href={`/recipes/${recipeId}?v=${versionId}`} className={buttonClass()}>
          Not now
        </Link>
      </div>
    </div>
  );
}
