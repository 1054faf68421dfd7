import { create } from "zustand";
import { TOUR_STEPS, type TourStep } from "@vexa/core";

interface Tour {
  /** Null = nobody is on the tour; "end" = behind its last step. */
  readonly at: TourStep | "end" | null;
  /** Steps that were done, by hand or for them: what is undone later was done all the same. */
  readonly done: readonly TourStep[];
  /** Cues that were there when it began. */
  readonly knownCueIds: readonly string[];
}

const KEPT = "vexa-tour";
const OFF: Tour = { at: null, done: [], knownCueIds: [] };

/** A reload goes on where this window was. */
function kept(): Tour {
  try {
    const { at, done, knownCueIds } = JSON.parse(sessionStorage.getItem(KEPT) ?? "null") as Tour;
    if (!(at === "end" || TOUR_STEPS.includes(at!)) || !Array.isArray(knownCueIds)) return OFF;
    return { at, done: TOUR_STEPS.filter((step) => done.includes(step)), knownCueIds: knownCueIds.map(String) };
  } catch {
    return OFF;
  }
}

export const useTour = create<Tour>(() => kept());
useTour.subscribe((tour) => sessionStorage.setItem(KEPT, JSON.stringify(tour)));

const ASKED = "vexa-tour-asked";

/** The tour begins as soon as whoever asks for it is signed in. */
export function askForTour(): void {
  sessionStorage.setItem(ASKED, "yes");
}

/** Whether it was asked for, once. */
export function takeAsked(): boolean {
  const asked = sessionStorage.getItem(ASKED) !== null;
  sessionStorage.removeItem(ASKED);
  return asked;
}

export function beginTour(knownCueIds: readonly string[]): void {
  useTour.setState({ at: TOUR_STEPS[0], done: [], knownCueIds });
}

export function leaveTour(): void {
  useTour.setState(OFF);
}
