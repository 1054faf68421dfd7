import { cueAfter, USUAL_BUTTONS, type CardButton, type Cue, type Playback, type PlaybackState } from "@vexa/core";
import { useClient } from "../../session/show-context";
import { usePaused, type Paused } from "../../tempo/use-paused";
import { atTheTouch } from "../../ui/at-the-touch";
import { useOnce } from "../../ui/once";
import { Button } from "../../ui/button";

interface Of {
  readonly playback: Playback;
  readonly state: PlaybackState | null;
  readonly cues: readonly Cue[];
}

/** The buttons that a card has chosen. */
export function CardButtons(of: Of): React.JSX.Element | null {
  const buttons = of.playback.buttons ?? USUAL_BUTTONS;
  if (buttons.length === 0) return null;
  const columns = Math.min(buttons.length, of.playback.columns >= 3 ? 4 : 2);
  return (
    <div className="relative mt-1.5 grid gap-1.5" style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}>
      {buttons.map((button) => (
        <OneButton key={button} button={button} {...of} />
      ))}
    </div>
  );
}

export function buttonWords(button: CardButton, { playback, state, cues }: Of): string {
  switch (button) {
    case "go":
      return "Go";
    case "back":
      return "Back";
    case "pause":
      return state?.pausedSeconds === undefined ? "Pause" : "Continue";
    case "flash":
      return "Flash";
    case "toggle":
      return state?.cueId ? "Off" : "On";
    case "let-go":
      return "Let go";
    case "go-to":
      return `To ${cues.find(({ id }) => id === playback.goToCueId)?.number ?? "…"}`;
    case "tap":
      return "Tap";
  }
}

/** Whether a button would do anything now. */
export function buttonWorks(button: CardButton, { playback, state, cues }: Of): boolean {
  const cueId = state?.cueId ?? null;
  switch (button) {
    case "go":
      return cueAfter(cues, cueId) !== undefined;
    case "back":
      return cues.findIndex(({ id }) => id === cueId) > 0;
    case "pause":
    case "let-go":
      return cueId !== null;
    case "flash":
    case "toggle":
      return cues.length > 0;
    case "go-to":
      return playback.goToCueId !== undefined;
    case "tap":
      return playback.masterId !== undefined;
  }
}

function OneButton({ button, ...of }: Of & { button: CardButton }): React.JSX.Element {
  const { press, words } = useCardButton(button, of);
  return (
    <Button
      size="touch"
      className="min-w-0 overflow-hidden px-1 text-ellipsis"
      disabled={!buttonWorks(button, of)}
      {...(button === "toggle" ? { "aria-pressed": (of.state?.cueId ?? null) !== null } : {})}
      {...press}
    >
      {words}
    </Button>
  );
}

type Press = Pick<
  React.ButtonHTMLAttributes<HTMLButtonElement>,
  "onClick" | "onPointerDown" | "onPointerUp" | "onPointerCancel" | "onKeyDown" | "onKeyUp" | "onBlur"
>;

/** What a card's button says, and what touching it does, at the touch. A flash lasts as long as the finger. */
export function useCardButton(button: CardButton, of: Of): { press: Press; words: string } {
  const paused = usePaused(of);
  const press = usePress(button, of, paused);
  return { press, words: button === "pause" ? (paused.value ? "Continue" : "Pause") : buttonWords(button, of) };
}

function usePress(button: CardButton, { playback, state }: Of, paused: Paused): Press {
  const client = useClient();
  const playbackId = playback.id;
  const counts = useOnce();
  if (button !== "flash")
    return atTheTouch((event) => {
      if ((button === "go" || button === "go-to") && !playback.quickGo && !counts(event)) return;
      const at = client.momentOf(event);
      if (button === "tap") {
        if (playback.masterId !== undefined) void client.play({ type: "tap", masterId: playback.masterId }, at);
      } else if (button === "pause") paused.turn(at);
      else void client.play({ type: button, playbackId }, at);
    });
  const up = (): void => void client.play({ type: "flash", playbackId, press: "up" });
  const down = (): void => void client.play({ type: "flash", playbackId, press: "down" });
  return {
    onPointerDown: (event) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      down();
    },
    onPointerUp: up,
    onPointerCancel: up,
    onKeyDown: (event) => {
      if ((event.key === " " || event.key === "Enter") && !event.repeat) down();
    },
    onKeyUp: (event) => {
      if (event.key === " " || event.key === "Enter") up();
    },
    onBlur: () => {
      if (state?.flash && state.flash.offSeconds === undefined) up();
    },
  };
}
