import { AppWindow } from "lucide-react";
import { useEffect, useState } from "react";
import { useMe } from "../session/show-context";
import { Menu, MenuItem } from "../ui/menu";
import { refuse } from "../ui/messages";
import { watchWindows } from "./open-windows";
import { WINDOW_PARTS, type WindowPart } from "./window-parts";
import { featuresOf, placeOfWindow } from "./window-places";

/** Opens parts in windows of their own, where the person had them last. */
export function WindowsMenu({ className }: { className: string }): React.JSX.Element {
  const me = useMe();
  const [wanted, setWanted] = useState<readonly WindowPart[]>([]);
  useEffect(() => watchWindows(me.id, setWanted), [me.id]);
  const open = (parts: readonly WindowPart[]): void => {
    const kept = parts.filter((part) => {
      const opened = window.open(`/window/${part}`, `vexa-${part}`, featuresOf(placeOfWindow(me.id, part)));
      opened?.focus();
      return !opened;
    });
    if (kept.length > 0) refuse(`The browser didn’t open ${namesOf(kept)}. Allow Vexa to open windows, then try again.`);
  };
  return (
    <Menu
      trigger={
        <button type="button" className={className} title="A part in a window of its own">
          <AppWindow size={17} aria-hidden /> Windows
        </button>
      }
    >
      {wanted.length > 0 && (
        <MenuItem onSelect={() => open(wanted)} hint={namesOf(wanted)}>
          Those of before
        </MenuItem>
      )}
      {(Object.keys(WINDOW_PARTS) as WindowPart[]).map((part) => (
        <MenuItem key={part} onSelect={() => open([part])} hint={WINDOW_PARTS[part].what}>
          {WINDOW_PARTS[part].name}
        </MenuItem>
      ))}
    </Menu>
  );
}

const namesOf = (parts: readonly WindowPart[]): string => parts.map((part) => WINDOW_PARTS[part].name).join(", ");
