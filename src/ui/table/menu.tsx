"use client";

import { SlidersHorizontal } from "lucide-react";
import { Popover } from "radix-ui";
import { Button, buttonClass } from "#ui/button.tsx";
import type { Manner } from "./manner.ts";

/** A file of the server's, and what it holds. */
export interface FileLink {
  readonly href: string;
  readonly text: string;
}

interface Shown {
  readonly id: string;
  readonly head: string;
}

interface TableMenuProps<Column extends Shown> {
  readonly name: string;
  readonly columns: readonly Column[];
  readonly isShown: (column: Column) => boolean;
  readonly files: readonly FileLink[];
  readonly manner: Manner;
  readonly onManner: (manner: Manner) => void;
  readonly onSave: () => void;
}

const LINE = "flex min-h-12 cursor-pointer items-center gap-3 rounded-md px-2 hover:bg-rim/10";

/** How a table is shown, and the file of what it shows. */
export function TableMenu<Column extends Shown>(props: TableMenuProps<Column>) {
  const { name, columns, isShown, files, manner, onManner, onSave } = props;
  const turn = (id: string) =>
    onManner({
      ...manner,
      turned: manner.turned.includes(id)
        ? manner.turned.filter((each) => each !== id)
        : [...manner.turned, id],
    });
  return (
    <Popover.Root>
      <Popover.Trigger className={`${buttonClass()} min-h-12`}>
        <SlidersHorizontal size={16} aria-hidden /> <span className="max-sm:sr-only">Columns and file</span>
        <span className="sr-only"> of {name}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          align="end"
          collisionPadding={8}
          aria-label={`how ${name} are shown`}
          className="z-50 flex max-h-[min(32rem,var(--radix-popover-content-available-height))] flex-col overflow-y-auto rounded-panel border-2 border-rim bg-enamel p-2 text-ink shadow-lg"
        >
          <label className={LINE}>
            <input
              type="checkbox"
              className="size-5 accent-rim"
              checked={manner.dense}
              onChange={(event) => onManner({ ...manner, dense: event.target.checked })}
            />
            rows close together
          </label>
          <fieldset className="my-1 grid grid-cols-2 border-rim/20 border-y py-1">
            <legend className="px-2 text-quiet text-sm">columns</legend>
            {columns.map((column) => (
              <label key={column.id} className={LINE}>
                <input
                  type="checkbox"
                  className="size-5 accent-rim"
                  checked={isShown(column)}
                  onChange={() => turn(column.id)}
                />
                {column.head}
              </label>
            ))}
          </fieldset>
          <Button className="min-h-12" onClick={onSave}>
            Save what is shown as CSV
          </Button>
          {files.map(({ href, text }) => (
            <a key={href} href={href} download className={`${LINE} underline underline-offset-4`}>
              {text}
            </a>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
