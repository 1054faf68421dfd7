import { AppWindow } from "lucide-react";
import { useMe } from "../session/show-context";
import { Menu, MenuItem } from "../ui/menu";
import { refuse } from "../ui/messages";
import { WINDOW_PARTS, type WindowPart } from "./window-parts";
import { featuresOf, placeOfWindow } from "./window-places";

/** Opens parts in windows of their own, where the person had them last. */
export function WindowsMenu({ className }: { className: string }): React.JSX.Element {
  const me = useMe();
  const open = (part: WindowPart): void => {
    const opened = window.open(`/window/${part}`, `vexa-${part}`, featuresOf(placeOfWindow(me.id, part)));
    if (!opened) refuse("The browser didn’t open the window. Allow Vexa to open windows, then try again.");
    else opened.focus();
  };
  return (
    <Menu
      trigger={
        <button type="button" className={className} title="A part in a window of its own">
          <AppWindow size={17} aria-hidden /> Windows
        </button>
      }
    >
      {(Object.keys(WINDOW_PARTS) as WindowPart[]).map((part) => (
        <MenuItem key={part} onSelect={() => open(part)} hint={WINDOW_PARTS[part].what}>
          {WINDOW_PARTS[part].name}
        </MenuItem>
      ))}
    </Menu>
  );
}
