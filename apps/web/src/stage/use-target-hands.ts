import { useRef, type DOMAttributes, type PointerEvent } from "react";
import type { Target, Vector } from "@vexa/core";
import type { ShowClient } from "../session/show-client";
import { HandLevel, type SendLevel } from "../ui/hand-level";
import type { Projection } from "./projection";
import { targetNow } from "./target-now";

const ARROW_METRES = 0.1;
const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
/** A finger that has gone less far has touched a mark, not taken it. */
const TAKEN_PIXELS = 4;

/** A finger on a mark: where it came down, and where that was from the mark's middle, in pixels. */
interface Grab {
  readonly targetId: string;
  readonly from: readonly [number, number];
  readonly beside: readonly [number, number];
  taken: boolean;
  frame: number;
}

type Handlers = Pick<DOMAttributes<HTMLElement>, "onKeyDown" | "onPointerDown" | "onPointerMove" | "onPointerUp" | "onPointerCancel">;

export interface TargetHands {
  /** Where this person's hand has a target, whatever its smoothing still has to go and the server to answer; null = it is in no hand of theirs. */
  seen(target: Target): Vector | null;
  handlers(target: Target): Handlers;
}

/** Fingers, mouse and arrow keys on the marks of targets, level with where each is: keys add up, and each finger has its own. `redraw` when one moves. */
export function useTargetHands(client: ShowClient, projection: () => Projection | null, redraw: () => void): TargetHands {
  const hands = useRef(new Map<string, HandLevel<Vector>>());
  const grabs = useRef(new Map<number, Grab>());
  const handOf = ({ id }: Target): HandLevel<Vector> => {
    let hand = hands.current.get(id);
    if (!hand) hands.current.set(id, (hand = new HandLevel<Vector>(redraw)));
    return hand;
  };
  const sendOf =
    ({ id: targetId }: Target): SendLevel<Vector> =>
    (place) =>
      client.play({ type: "target-at", targetId, place, by: "hand" });
  const seen = (target: Target): Vector | null => {
    const { state } = targetNow(client, target);
    const heard = state?.handId === client.personId ? state.at : null;
    return hands.current.get(target.id)?.own ?? heard;
  };
  /** The last word: what is seen is on its way there. */
  const lastOf = (target: Target): Vector => handOf(target).seen(targetNow(client, target).state?.at ?? target.home);
  const drag = (target: Target, grab: Grab, { clientX, clientY }: PointerEvent): void => {
    const hand = handOf(target);
    if (!grab.taken && Math.hypot(clientX - grab.from[0], clientY - grab.from[1]) < TAKEN_PIXELS) return;
    const last = lastOf(target);
    if (!grab.taken) hand.hold(last);
    grab.taken = true;
    const place = projection()?.planeAt(clientX + grab.beside[0], clientY + grab.beside[1], { axis: "z", at: last.z });
    if (!place) return;
    hand.move(place);
    // At most one message a display frame: the engine hears the latest.
    cancelAnimationFrame(grab.frame);
    grab.frame = requestAnimationFrame(() => hand.tell(sendOf(target)));
  };
  const end = (target: Target, event: PointerEvent): void => {
    const grab = grabs.current.get(event.pointerId);
    if (!grab) return;
    grabs.current.delete(event.pointerId);
    cancelAnimationFrame(grab.frame);
    if (grab.taken) handOf(target).letGo(sendOf(target));
  };
  return {
    seen,
    handlers: (target) => ({
      onKeyDown: (event) => {
        const by = ARROWS[event.key];
        if (!by) return;
        event.preventDefault();
        event.stopPropagation();
        const last = lastOf(target);
        handOf(target).move({ ...last, x: last.x + by[0] * ARROW_METRES, y: last.y + by[1] * ARROW_METRES });
        handOf(target).tell(sendOf(target));
      },
      onPointerDown: (event) => {
        event.stopPropagation();
        const shown = projection();
        const isTaken = [...grabs.current.values()].some(({ targetId }) => targetId === target.id);
        if (event.button !== 0 || isTaken || !shown) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        const [x, y] = shown.point(seen(target) ?? targetNow(client, target).place);
        const from = [event.clientX, event.clientY] as const;
        grabs.current.set(event.pointerId, { targetId: target.id, from, beside: [x - from[0], y - from[1]], taken: false, frame: 0 });
      },
      onPointerMove: (event) => {
        const grab = grabs.current.get(event.pointerId);
        if (grab) drag(target, grab, event);
      },
      onPointerUp: (event) => end(target, event),
      onPointerCancel: (event) => end(target, event),
    }),
  };
}
