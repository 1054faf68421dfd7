import { useEffect, useRef } from "react";
import { mayDo, targetStateIdOf, type Target, type Vector } from "@vexa/core";
import { useFrameLoop } from "../frames/use-frame-loop";
import type { ShowClient } from "../session/show-client";
import { useClient, useMe, usePlayedShow } from "../session/show-context";
import type { Projection } from "./projection";
import { cn } from "../ui/class-names";
import { targetNow } from "./target-now";
import { useTargetHands } from "./use-target-hands";
import { useShownFrame } from "./stage-frame-store";

/** Marks are drawn where their targets are so often, whatever else is drawn. */
const LOOK_EVERY_MS = 40;
/** So long after the last word of a target it may still move, and the way behind it fades. */
const LATELY_SECONDS = 4;
/** The way behind a target: so many places, one at each look. */
const TRAIL = 60;

function wasHeardLately(client: ShowClient, { id }: Target): boolean {
  const state = client.view.get("targetState", targetStateIdOf(id));
  return state !== null && (state.walk !== undefined || client.now() - state.heardSeconds < LATELY_SECONDS);
}

function pixelsOf(shown: Projection, place: Vector): string {
  const [x, y] = shown.point(place);
  return `${x.toFixed(1)},${y.toFixed(1)}`;
}

/** The targets of a show on its stage, where they are: moved by hand, and with the way behind them. */
export function TargetMarks(props: { projection: () => Projection | null; moves: boolean }): React.JSX.Element | null {
  const show = usePlayedShow();
  const me = useMe();
  const targets = show.all("target");
  const first = targets[0];
  if (!first) return null;
  const may = props.moves && mayDo(show, me, { type: "target-at", targetId: first.id, place: first.home, by: "hand" }) === null;
  return <Marks {...props} targets={targets} moves={may} />;
}

function Marks({
  projection,
  moves,
  targets,
}: {
  projection: () => Projection | null;
  moves: boolean;
  targets: readonly Target[];
}): React.JSX.Element {
  const client = useClient();
  const layer = useRef<HTMLDivElement>(null);
  const trails = useRef(new Map<string, Vector[]>());
  const redraw = useRef<() => void>(() => undefined);
  const hands = useTargetHands(client, projection, () => redraw.current());
  const { request } = useFrameLoop(() => {
    const shown = projection();
    if (!shown || !layer.current) return;
    for (const target of targets) {
      const mark = layer.current.querySelector<HTMLElement>(`[data-target="${CSS.escape(target.id)}"]`);
      const line = layer.current.querySelector<SVGPolylineElement>(`[data-trail="${CSS.escape(target.id)}"]`);
      if (!mark || !line) continue;
      const now = targetNow(client, target);
      const inHand = hands.seen(target);
      const place = inHand ?? now.place;
      const [x, y] = shown.point(place);
      mark.style.transform = `translate(${x.toFixed(1)}px, ${y.toFixed(1)}px)`;
      mark.querySelector("[data-left]")!.textContent = now.left === null ? "" : ` ▪ ${now.left}`;
      mark.dataset["is"] = inHand ? "hand" : now.standing === "walk" ? "heard" : now.standing;
      const trail = [...(trails.current.get(target.id) ?? []), place].slice(-TRAIL);
      trails.current.set(target.id, trail);
      line.setAttribute("points", trail.map((each) => pixelsOf(shown, each)).join(" "));
    }
  });
  useEffect(() => {
    const timer = setInterval(() => {
      if (targets.some((target) => wasHeardLately(client, target))) request();
    }, LOOK_EVERY_MS);
    const stop = useShownFrame.subscribe(request);
    return () => {
      clearInterval(timer);
      stop();
    };
  }, [client, targets, request]);
  // Whatever else is drawn anew may have moved them.
  useEffect(request);
  redraw.current = request;
  return (
    <div ref={layer} className="pointer-events-none absolute inset-0 overflow-hidden">
      <svg className="absolute inset-0 h-full w-full" aria-hidden>
        {targets.map(({ id }) => (
          <polyline key={id} data-trail={id} className="fill-none stroke-stage-other" opacity={0.45} strokeWidth={1.5} />
        ))}
      </svg>
      {targets.map((target, index) => (
        <button
          key={target.id}
          type="button"
          data-target={target.id}
          disabled={!moves}
          aria-label={`Target ${target.name}; arrow keys move it by 10 cm`}
          title={moves ? `${target.name}: drag it to move it by hand` : target.name}
          className="group pointer-events-auto absolute -top-2.5 -left-2.5 grid size-5 touch-none place-items-center rounded-full data-[is=unheard]:opacity-60 pointer-coarse:-top-5.5 pointer-coarse:-left-5.5 pointer-coarse:size-11"
          {...(moves ? hands.handlers(target) : {})}
        >
          <span className="size-5 rounded-full group-data-[is=unheard]:size-3 border-2 border-stage-other bg-stage/60 group-data-[is=held]:rounded-none group-data-[is=hand]:border-stage-thread group-data-[is=lost]:border-dashed group-data-[is=lost]:border-stage-barred" />
          <span
            className={cn(
              "pointer-events-none absolute left-[calc(50%+0.5rem)] rounded bg-stage/70 px-1 text-[11px] whitespace-nowrap text-stage-other group-data-[is=hand]:text-stage-thread group-data-[is=lost]:text-stage-barred",
              // Those who cross are told apart: names stand below and above in turn, and are in nobody's way.
              index % 2 === 0 ? "top-[calc(50%+0.5rem)]" : "bottom-[calc(50%+0.5rem)]",
            )}
          >
            {target.name}
            <span className="hidden group-data-[is=lost]:inline"> ▬ lost</span>
            <span data-left />
            <span className="hidden group-data-[is=held]:inline"> ▪ held</span>
            <span className="hidden group-data-[is=hand]:inline"> ◌ by hand</span>
          </span>
        </button>
      ))}
    </div>
  );
}
