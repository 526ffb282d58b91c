"use client";

import type { FormEvent, ReactNode } from "react";
import { Button } from "./button.tsx";
import { Working } from "./working.tsx";

interface SaveFormProps {
  readonly save: string;
  readonly busy: boolean;
  readonly onSave: () => void;
  readonly onDone: () => void;
  readonly children: ReactNode;
}

/** A form that is opened in a list, saved or given up. */
export function SaveForm({ save, busy, onSave, onDone, children }: SaveFormProps) {
  const submit = (event: FormEvent) => {
    event.preventDefault();
    onSave();
  };
  return (
    <form onSubmit={submit} className="flex flex-col gap-3 rounded-panel bg-worktop p-3">
      {children}
      <div className="flex items-center gap-2">
        <Button type="submit" look="main" disabled={busy}>
          {save}
        </Button>
        <Button onClick={onDone}>Cancel</Button>
        {busy && <Working says="Saving …" />}
      </div>
    </form>
  );
}

/** The grid that a form's fields stand in. */
export const FIELD_GRID = "grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] items-start gap-x-3 gap-y-1";
