import { parametersOf } from "@vexa/core";
import { useNow } from "../frames/use-now";
import { useSaying } from "../lanes/use-saying";
import { useSelected } from "../selection/use-selection";
import { useClient } from "../session/show-context";
import { Button } from "../ui/button";
import { useFader } from "../places/perform/use-fader";

const LOOK_EVERY_MS = 250;

/** The level of what is picked: the whole sheet is the fader, from where it is. */
export function RemoteLevel(): React.JSX.Element {
  const client = useClient();
  const { heads } = useSelected();
  const { said, begin, say } = useSaying("Dimmer");
  // What nobody has said moves by itself: a drag begins from where it is seen.
  useNow(LOOK_EVERY_MS);
  const [parameter] = heads.flatMap((head) => parametersOf(head, "Dimmer"));
  const put = (level: number): Promise<void> => {
    say({ level: { knots: [level] } }, `${Math.round(level * 100)}`);
    return Promise.resolve();
  };
  const fader = useFader({
    level: said?.level?.knots[0] ?? (parameter === undefined ? 0 : (client.values[parameter] ?? 0)),
    disabled: parameter === undefined,
    send: put,
  });
  if (parameter === undefined) return <p className="p-4 text-ink-2">None of them has a level.</p>;
  const percent = Math.round(fader.level * 100);
  return (
    <div className="grid h-full grid-rows-[minmax(0,1fr)_auto] gap-2">
      <div
        role="slider"
        tabIndex={0}
        aria-label="Level"
        aria-orientation="vertical"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={percent}
        className="relative min-h-24 touch-none overflow-hidden rounded border border-edge bg-bench select-none"
        {...fader.handlers}
        onPointerDown={(event) => {
          begin();
          fader.handlers.onPointerDown?.(event);
        }}
        onKeyDown={(event) => {
          begin();
          fader.handlers.onKeyDown?.(event);
        }}
      >
        <div aria-hidden className="absolute inset-x-0 bottom-0 border-t-2 border-sketch bg-raised" style={{ height: `${percent}%` }} />
        <p className="absolute inset-0 grid place-content-center font-mono text-5xl">{percent}</p>
      </div>
      <div className="flex gap-2">
        {[0, 0.25, 0.5, 1].map((level) => (
          <Button
            key={level}
            size="touch"
            className="flex-1"
            onClick={() => {
              begin();
              void put(level);
            }}
          >
            {level * 100}
          </Button>
        ))}
      </div>
    </div>
  );
}
