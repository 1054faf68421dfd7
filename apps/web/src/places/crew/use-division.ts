import { create } from "zustand";
import { sameJson, setChange, type Change, type Show, type Territory } from "@vexa/core";

interface Division {
  /** The territories as they would be; null while nothing is changed. */
  readonly draft: readonly Territory[] | null;
  readonly chosenId: string | null;
  set: (state: Partial<Pick<Division, "draft" | "chosenId">>) => void;
}

/** A new division of the rig is drawn up here and takes hold all at once. */
export const useDivision = create<Division>((set) => ({ draft: null, chosenId: null, set: (state) => set(state) }));

const FIELDS = ["name", "tint", "parts", "personIds", "shared"] as const;

/** The edit that makes the show's territories those of the draft. */
export function divisionChanges(show: Show, draft: readonly Territory[]): Change[] {
  const gone = show.territories.filter(({ id }) => !draft.some((territory) => territory.id === id));
  return [
    ...gone.map((record): Change => ({ op: "remove", record })),
    // What shrinks comes first: heads that go from one to another belong to one at a time.
    ...draft.flatMap((territory): Change[] => {
      const now = show.get("territory", territory.id);
      if (!now) return [{ op: "add", record: territory }];
      return FIELDS.filter((field) => !sameJson(now[field], territory[field])).map((field) =>
        setChange(territory.id, [field], { from: now[field], to: territory[field] }),
      );
    }),
  ];
}
