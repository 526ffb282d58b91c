import { type ReactNode, useRef, useState } from "react";
import { Button } from "./button.tsx";
import { UnreadContext } from "./figure/unread.ts";
import { SheetDialog } from "./sheetDialog.tsx";

interface QuestionDialogProps {
  readonly title: string;
  readonly wide?: boolean;
  /** What the button does, in its words. */
  readonly does: string;
  readonly disabled?: boolean;
  /** Sentence that says why it was not done. */
  readonly trouble?: string | undefined;
  /** Beside the buttons, while it is done. */
  readonly beside?: ReactNode;
  readonly onDo: () => void;
  readonly onDone: () => void;
  readonly children: ReactNode;
}

/** A few questions with one button: nothing is done over a field that cannot be read. */
export function QuestionDialog({
  title,
  wide = false,
  does,
  disabled = false,
  trouble,
  beside,
  onDo,
  onDone,
  children,
}: QuestionDialogProps) {
  const unread = useRef(new Set<string>());
  const [isUnread, setIsUnread] = useState(false);
  const act = () => {
    setIsUnread(unread.current.size > 0);
    if (unread.current.size === 0) onDo();
  };
  const sentence = isUnread ? "Something above is not right yet: it is marked where it stands." : trouble;
  return (
    <SheetDialog title={title} wide={wide} onDone={onDone}>
      <UnreadContext value={unread}>
        {children}
        {sentence && (
          <p role="alert" className="text-stop">
            {sentence}
          </p>
        )}
        <footer className="flex items-center justify-end gap-2">
          {beside}
          <Button onClick={onDone}>Cancel</Button>
          <Button look="main" disabled={disabled} onClick={act}>
            {does}
          </Button>
        </footer>
      </UnreadContext>
    </SheetDialog>
  );
}

interface FilePickProps {
  readonly label: string;
  readonly accept: string;
  readonly onFile: (file: File) => void;
}

/** A file that is chosen on the device. */
export function FilePick({ label, accept, onFile }: FilePickProps) {
  return (
    <label className="flex flex-col gap-1">
      <span className="text-quiet text-sm">{label}</span>
      <input
        type="file"
        accept={accept}
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) onFile(file);
        }}
      />
    </label>
  );
}
