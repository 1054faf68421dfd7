import { Search } from "lucide-react";
import { useMemo, useState } from "react";
import { explain, headsOfProfile, litHeads, profilesOf, whoSaid, selectHeads, type Show } from "@vexa/core";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useClient, useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { TextInput } from "../../../ui/field";
import { Menu, MenuItem, MenuTitle } from "../../../ui/menu";

/** What can be typed here, with this show's own numbers and names. */
function exampleOf(show: Show): string {
  const [first] = show.rig.heads;
  const [group] = show.all("group").toSorted((a, b) => a.rank - b.rank);
  const numbers = first ? `${first.fixture.number}, ${first.fixture.number}..` : "12, 1..28";
  return group ? `${group.name}/odd, ${first?.fixture.number ?? 12}` : numbers;
}

/** Selecting by what is typed (101..108, Rib spots/odd), by profile, by what is lit, and everything. */
export function FindHeads(): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const { selection, select } = useInterfaceOf("selection", "select");
  const [text, setText] = useState("");
  const [complaint, setComplaint] = useState<string | null>(null);
  const take = (): void => {
    if (text.trim() === "") {
      setComplaint(null);
      return;
    }
    const read = whoSaid(text, { show, selection, values: client.values });
    setComplaint(read.ok ? null : explain(read.error));
    if (read.ok) {
      select(read.value.who);
      setText("");
    }
  };
  const { rig } = show;
  const example = useMemo(() => exampleOf(show), [show]);
  const profiles = profilesOf(rig);
  return (
    <div className="relative flex shrink-0 gap-1 border-t border-edge px-3 py-2">
      <TextInput
        aria-label="Select by number or name"
        aria-invalid={complaint !== null}
        className="h-7 min-w-0 flex-1 font-mono text-xs"
        placeholder={example}
        title="Numbers 12, 12.3, 1..28, 101.. ; groups, profiles; a comma adds, a minus between blanks takes away; lit, parked; masks /odd /even /3 /3.2 /pairs /runs 4 /first 4 /last 4 /left /right /near /far /ends /middle /checker /lit; or as you say it: odd Rib spots and 101 to 108, left half of Floor washes"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") take();
          if (event.key === "Escape") {
            setText("");
            setComplaint(null);
          }
        }}
      />
      <Menu
        trigger={
          <Button tone="quiet" size="small" className="h-7 px-1.5" aria-label="Find heads" title="By profile, by what is lit, all">
            <Search size={14} aria-hidden />
          </Button>
        }
      >
        <MenuItem onSelect={() => select(selectHeads(show.rig.heads.map(({ key }) => key)))} hint="Ctrl+A">
          All heads
        </MenuItem>
        <MenuItem onSelect={() => select(selectHeads(litHeads(show.rig, client.values)))}>What is lit now</MenuItem>
        <MenuTitle>By profile</MenuTitle>
        {profiles.map(({ id, maker, model }) => (
          <MenuItem key={id} onSelect={() => select(selectHeads(headsOfProfile(show.rig, id)))}>
            {maker} {model}
          </MenuItem>
        ))}
      </Menu>
      {complaint && (
        <p
          role="alert"
          className="absolute bottom-full left-3 z-30 mb-1 w-60 rounded border border-barred bg-bench p-2 text-xs shadow-sheet"
        >
          {complaint}
        </p>
      )}
    </div>
  );
}
