import { aim, type Aimable } from "../geometry/aim";
import type { Vector } from "../geometry/beam";
import type { Channel } from "../rig/profile";
import type { Head, Rig } from "../rig/rig";
import { scaleOf } from "../rig/scale";

interface Axis {
  readonly parameter: number;
  readonly channel: Channel;
}

/** A head's pan and tilt, or null when it lacks one of them. */
export function axesOf(head: Head, rig: Rig): { readonly pan: Axis; readonly tilt: Axis } | null {
  const [pan, tilt] = [head.parameters.get("Pan"), head.parameters.get("Tilt")];
  if (pan === undefined || tilt === undefined) return null;
  return {
    pan: { parameter: pan, channel: rig.parameters[pan]!.channel },
    tilt: { parameter: tilt, channel: rig.parameters[tilt]!.channel },
  };
}

/** `aim` for a head of the rig, with the ranges of its channels and its own limits. */
export function aimHead(
  head: Head,
  { pan, tilt }: { readonly pan: Axis; readonly tilt: Axis },
  of: { point: Vector; present?: { pan: number; tilt: number } },
): ReturnType<typeof aim> {
  return aim(aimableOf(head, { pan, tilt }), of.point, of.present);
}

/** Where a head hangs, and how far its channels and its own limits let it turn. */
export function aimableOf(head: Head, { pan, tilt }: { readonly pan: Axis; readonly tilt: Axis }): Aimable {
  const { position, rotation } = head;
  const own = head.fixture.panTilt?.limits;
  return {
    position,
    rotation,
    panRange: within(endsOf(pan.channel, "Pan"), own?.Pan),
    tiltRange: within(endsOf(tilt.channel, "Tilt"), own?.Tilt),
  };
}

function endsOf(channel: Channel, axis: "Pan" | "Tilt"): readonly [number, number] {
  const { segments } = scaleOf(channel, axis);
  return [segments[0]!.from, segments.at(-1)!.to];
}

/** What of a channel's way the lamp may go. */
function within(ends: readonly [number, number], limit: readonly [number, number] | undefined): readonly [number, number] {
  if (!limit) return ends;
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  return [Math.min(high, Math.max(low, limit[0])), Math.min(high, Math.max(low, limit[1]))];
}
