import { create } from "zustand";
import { persist } from "zustand/middleware";
import { addressText, compareAttributes, curveOf, modeOf, patchesOf, type Fixture, type LampField, type Show } from "@vexa/core";

/** A column of the table of lamps: what stands in it, what it is sorted by, and what of the lamp is typed there. */
export interface LampColumn {
  readonly id: string;
  readonly head: string;
  /** Rem at least; those that grow share what is left. */
  readonly rem: number;
  readonly grows?: number;
  readonly text: (lamp: Fixture, show: Show) => string;
  readonly sortBy?: (lamp: Fixture, show: Show) => string | number;
  readonly field?: LampField;
  /** It is there until somebody chooses otherwise. */
  readonly first?: true;
}

const metres = (axis: "x" | "y" | "z", head: string): LampColumn => ({
  id: axis,
  head,
  rem: 5,
  text: ({ position }) => position[axis].toFixed(2),
  sortBy: ({ position }) => position[axis],
  field: axis,
  first: true,
});

const degrees = (axis: "x" | "y" | "z", head: string): LampColumn => ({
  id: `turn ${axis}`,
  head,
  rem: 4.5,
  text: ({ rotation }) => String(Math.round(rotation[axis] * 100) / 100),
  sortBy: ({ rotation }) => rotation[axis],
  field: `turn ${axis}`,
});

/** Where a lamp is patched, to be sorted by; those that aren't come last. */
const placeOf = ({ patch }: Fixture): number => (patch ? patch.universe * 513 + patch.address : Infinity);

export const LAMP_COLUMNS: readonly LampColumn[] = [
  {
    id: "number",
    head: "Number",
    rem: 4.5,
    text: ({ number }) => String(number),
    sortBy: ({ number }) => number,
    field: "number",
    first: true,
  },
  { id: "name", head: "Name", rem: 7, grows: 1, text: ({ name }) => name, field: "name", first: true },
  {
    id: "profile",
    head: "Profile",
    rem: 7,
    grows: 1.1,
    text: ({ profileId }, show) => {
      const profile = show.get("profile", profileId);
      return profile ? `${profile.model}, ${profile.maker}` : "?";
    },
    first: true,
  },
  {
    id: "mode",
    head: "Mode",
    rem: 5,
    grows: 0.7,
    text: (lamp, show) => modeOf(show.get("profile", lamp.profileId), lamp)?.name ?? "?",
    first: true,
  },
  {
    id: "address",
    head: "Address",
    rem: 7,
    text: (lamp, show) => {
      const breaks = 1 + (modeOf(show.get("profile", lamp.profileId), lamp)?.moreFootprints?.length ?? 0);
      const patches = patchesOf(lamp);
      return Array.from({ length: breaks }, (_, at) => addressText(patches[at] ?? null)).join(" + ");
    },
    sortBy: placeOf,
    field: "address",
    first: true,
  },
  metres("x", "Right"),
  metres("y", "Upstage"),
  metres("z", "High"),
  degrees("x", "Tipped"),
  degrees("y", "Rolled"),
  degrees("z", "Turned"),
  { id: "layer", head: "Layer", rem: 6, text: ({ layer }) => layer ?? "", field: "layer" },
  { id: "curve", head: "Curve", rem: 6, text: ({ curveId }, show) => curveOf(curveId, show)?.name ?? "" },
  { id: "precedence", head: "Precedence", rem: 8, text: precedenceText },
  { id: "state", head: "State", rem: 7, grows: 0.6, text: (lamp, show) => stateText(lamp, show), first: true },
  { id: "note", head: "Note", rem: 6, grows: 1, text: ({ note }) => note ?? "", field: "note" },
];

function precedenceText({ precedence = {} }: Fixture): string {
  const own = Object.entries(precedence).sort(([a], [b]) => compareAttributes(a, b));
  return own.map(([attribute, how]) => `${attribute} ${how}`).join(", ");
}

/** Out of service, a spare, or whose part it plays. */
export function stateText({ outOfService, spare, standsInFor, twin }: Fixture, show: Show): string {
  const lamp = show.get("fixture", standsInFor);
  return [
    outOfService && `out of service${outOfService.note ? `: ${outOfService.note}` : ""}`,
    lamp ? `its body is lent to ${lamp.number}` : spare && "spare",
    twin && "twin",
  ]
    .filter(Boolean)
    .join(", ");
}

interface Columns {
  readonly shown: readonly string[];
  readonly show: (ids: readonly string[]) => void;
}

/** Which columns somebody has on this machine. */
export const useLampColumns = create<Columns>()(
  persist((set) => ({ shown: LAMP_COLUMNS.flatMap(({ id, first }) => (first ? [id] : [])), show: (shown) => set({ shown }) }), {
    name: "vexa-lamp-columns",
  }),
);
