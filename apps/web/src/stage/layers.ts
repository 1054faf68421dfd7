import { create } from "zustand";
import { persist } from "zustand/middleware";
import type { Show } from "@vexa/core";

interface Layers {
  /** Layers that aren't drawn, and those whose lamps can't be picked or moved on the stage, in this browser. */
  readonly hidden: readonly string[];
  readonly locked: readonly string[];
  readonly turn: (how: "hidden" | "locked", layer: string) => void;
}

export const useLayers = create<Layers>()(
  persist(
    (set) => ({
      hidden: [],
      locked: [],
      turn: (how, layer) =>
        set((before) => ({ [how]: before[how].includes(layer) ? before[how].filter((each) => each !== layer) : [...before[how], layer] })),
    }),
    { name: "vexa-layers" },
  ),
);

/** The layers of a show's lamps and scenery, by name. */
export function layersOf(show: Show): string[] {
  return [...new Set([...show.all("fixture"), ...show.all("scenery")].flatMap(({ layer }) => layer ?? []))].sort((a, b) =>
    a.localeCompare(b),
  );
}
