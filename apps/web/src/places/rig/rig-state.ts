import { create } from "zustand";

interface RigPage {
  /** The profile whose page is open. */
  readonly profileId: string | null;
  readonly editing: boolean;
  /** Which of its modes is shown, by its place. */
  readonly mode: number;
  readonly search: string;
  readonly set: (to: Partial<Omit<RigPage, "set">>) => void;
}

/** What is open in Rig: it stays while one is elsewhere. */
export const useRigPage = create<RigPage>((set) => ({
  profileId: null,
  editing: false,
  mode: 0,
  search: "",
  set: (to) => set(to.profileId === undefined ? to : { mode: 0, ...to }),
}));
