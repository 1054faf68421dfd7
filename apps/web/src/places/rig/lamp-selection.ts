import { added, removed, selectHeads, type Fixture, type HeadKey, type Show } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useSelected } from "../../selection/use-selection";
import { useQuietShow } from "../../session/show-context";

/** The lamps that are selected, each once, along the thread. */
export function useSelectedLamps(): readonly Fixture[] {
  const { heads } = useSelected();
  return [...new Map(heads.map(({ fixture }) => [fixture.id, fixture])).values()];
}

/** A press on a lamp's row: it alone; with Ctrl it comes or goes; with Shift all rows from the last one pressed on. */
export function usePressLamp(
  rows: readonly Fixture[],
): (lamp: Fixture, event: { ctrlKey: boolean; metaKey: boolean; shiftKey: boolean }) => void {
  const show = useQuietShow();
  const { selection, select } = useInterfaceOf("selection", "select");
  const chosen = useSelectedLamps();
  return (lamp, event) => {
    if (event.shiftKey && chosen.length > 0) {
      const [from, to] = [rows.findIndex(({ id }) => id === chosen.at(-1)!.id), rows.indexOf(lamp)];
      const between = from < 0 ? [lamp] : from <= to ? rows.slice(from, to + 1) : rows.slice(to, from + 1).toReversed();
      select(added(selection, headsOfLamps(show, between), show));
    } else if (event.ctrlKey || event.metaKey) {
      const keys = headsOfLamps(show, [lamp]);
      const there = chosen.some(({ id }) => id === lamp.id);
      select(there ? removed(selection, allHeadsOf(show, lamp), show) : added(selection, keys, show));
    } else select(selectHeads(headsOfLamps(show, [lamp])));
  };
}

/** What is selected for lamps: wholes where lamps are one, else their heads. */
export function headsOfLamps({ rig }: Show, lamps: readonly Fixture[]): HeadKey[] {
  const own = new Map<string, HeadKey[]>(lamps.map(({ id }) => [id, []]));
  for (const { fixture, mode, index, key } of rig.heads) if (!mode.master || index === 0) own.get(fixture.id)?.push(key);
  return [...own.values()].flat();
}

function allHeadsOf({ rig }: Show, lamp: Fixture): HeadKey[] {
  return rig.heads.filter(({ fixture }) => fixture.id === lamp.id).map(({ key }) => key);
}
