import { useState, type ReactNode } from "react";
import { Button } from "./button";
import { PopSheet } from "./pop-sheet";

/** For the few acts that nobody can take back: says what will be, and does it only then. */
export function AskFirst(props: {
  trigger: ReactNode;
  label: string;
  what: string;
  /** What the button does, in its own words. */
  sure: string;
  onSure: () => void;
}): React.JSX.Element {
  const { trigger, label, what, sure, onSure } = props;
  const [open, setOpen] = useState(false);
  return (
    <PopSheet label={label} open={open} onOpen={setOpen} trigger={trigger}>
      <p>{what}</p>
      <div className="flex gap-1.5">
        <Button
          once
          onClick={() => {
            setOpen(false);
            onSure();
          }}
        >
          {sure}
        </Button>
        <Button onClick={() => setOpen(false)}>Leave it</Button>
      </div>
    </PopSheet>
  );
}
