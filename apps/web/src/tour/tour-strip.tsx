import { useEffect } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { explain, mayBuild, TOUR, TOUR_STEPS, tourCard, tourTakenBack, type TourMoment, type TourStep } from "@vexa/core";
import { doRead, lineContext } from "../line/run-line";
import { useInterface } from "../selection/interface-store";
import type { ShowClient } from "../session/show-client";
import { useClient, useMe, useShow } from "../session/show-context";
import { Button } from "../ui/button";
import { refuse, tell } from "../ui/messages";
import { beginTour, leaveTour, takeAsked, useTour } from "./use-tour";

/** The tour, below whatever place is open: it covers nothing, and can be left at any step. */
export function TourStrip(): React.JSX.Element | null {
  const client = useClient();
  const builds = mayBuild(useMe());
  const at = useTour((tour) => tour.at);
  useEffect(() => {
    if (takeAsked() && builds) beginTour(client.view.all("cue").map(({ id }) => id));
  }, [client, builds]);
  // Whoever signs in next isn't on the tour of the one before; a reload goes on.
  useEffect(() => leaveTour, []);
  if (at === null || !builds) return null;
  return (
    <section
      className="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-t border-sketch bg-bench px-3 py-2 text-[13px]"
      aria-label="Tour"
    >
      {at === "end" ? <End /> : <Step step={at} />}
    </section>
  );
}

function momentOf(client: ShowClient): TourMoment {
  return { ...lineContext(client), knownCueIds: new Set(useTour.getState().knownCueIds) };
}

function go(at: TourStep | "end"): void {
  useTour.setState({ at });
}

function Step({ step }: { step: TourStep }): React.JSX.Element {
  const client = useClient();
  // The step looks at the show and at who is selected.
  useShow();
  useInterface(({ selection }) => selection);
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const now = momentOf(client);
  const { title, place, words, isDone, does } = TOUR[step];
  const number = TOUR_STEPS.indexOf(step);
  const done = useTour(({ done: steps }) => steps.includes(step));
  const holds = isDone(now);
  useEffect(() => {
    if (holds) useTour.setState(({ done: steps }) => ({ done: steps.includes(step) ? steps : [...steps, step] }));
  }, [holds, step]);
  const here = pathname.startsWith(`/${place}`);
  const cardId = place === "perform" ? tourCard(now)?.id : undefined;
  useEffect(() => {
    if (cardId === undefined || !here) return;
    useInterface.getState().set({ chosenPlaybackId: cardId });
    document.querySelector(`[data-card="${CSS.escape(cardId)}"]`)?.scrollIntoView({ block: "nearest" });
    // The page of cards comes with its own address.
  }, [cardId, here, step, pathname]);
  const doIt = (): void => {
    const read = does(momentOf(client));
    if (!read.ok) return refuse(explain(read.error));
    if (!here) void navigate(`/${place}`);
    doRead(client, read.value);
  };
  return (
    <>
      <p className="min-w-72 flex-1" role="status">
        <span className="mr-2 text-ink-3">
          {number + 1} of {TOUR_STEPS.length}
        </span>
        <b className="mr-2">{title}</b>
        <span className="text-ink-2">{done ? "✓ Done. Look at it, then go on." : words(now)}</span>
      </p>
      <div className="flex gap-1.5">
        {!here && (
          <Link
            to={`/${place}`}
            className="inline-flex h-8 items-center rounded border border-edge px-2.5 font-medium hover:border-ink-3 pointer-coarse:h-11"
          >
            Open {place === "build" ? "Build" : "Perform"}
          </Link>
        )}
        <Button key={step} once disabled={done} onClick={doIt}>
          Do it for me
        </Button>
        {number > 0 && <Button onClick={() => go(TOUR_STEPS[number - 1]!)}>Back</Button>}
        <Button tone={done ? "sketch" : "plain"} onClick={() => go(TOUR_STEPS[number + 1] ?? "end")}>
          {done ? "Next" : "Skip"}
        </Button>
        <Button tone="quiet" onClick={leaveTour}>
          Leave the tour
        </Button>
      </div>
    </>
  );
}

/** What was made stays, or goes. */
function End(): React.JSX.Element {
  const client = useClient();
  const takeBack = (): void => {
    const changes = tourTakenBack(momentOf(client));
    if (changes.length > 0 && !client.transact("Took the tour back", changes)) return;
    tell("Took back what the tour had made");
    leaveTour();
  };
  return (
    <>
      <p className="min-w-72 flex-1" role="status">
        <b className="mr-2">That was the tour.</b>
        <span className="text-ink-2">Score has what you recorded, with its times. Help, on the rail, has all the rest.</span>
      </p>
      <div className="flex gap-1.5">
        <Button tone="sketch" onClick={leaveTour}>
          Keep what I made
        </Button>
        <Button once onClick={takeBack}>
          Take it all back
        </Button>
      </div>
    </>
  );
}
