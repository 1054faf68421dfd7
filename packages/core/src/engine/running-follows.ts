import { beamDegrees, followedPlace, irisOpen, lightThere, type TargetsAt } from "../follow/followed-head";
import { aimFrom } from "../geometry/aim";
import { normalizedFreely, physicalOf } from "../rig/scale";
import { clamp, type Seconds } from "../units/units";
import type { FollowedAxis } from "../stroke/row";
import type { Blocks } from "./blocks";
import type { CompiledRows } from "./compile";
import type { FlatFollows, FollowedAngle } from "./flat-follows";
import { HandOvers } from "./hand-overs";
import { SoftPlaces } from "./soft-places";

/** A beam lags rather than jumps, as when a path passes straight beneath its head. Common practice: about what quick moving heads turn. */
export const MOST_DEGREES_A_SECOND = 180;
/** While nothing moves no frame is worked out: what moves then began a frame ago, not when it was looked at last. */
const FRAME_SECONDS = 1 / 44;

/** Where the heads of a source that follow look now: written into its rows, frame by frame. Allocates nothing after it was made. */
export class RunningFollows {
  readonly #compiled: CompiledRows;
  /** Pan and tilt of each, in degrees: before the first look where it starts from. */
  readonly #angles: Float64Array;
  /** What each is to look at, in metres; NaN before the first look. */
  readonly #places: Float64Array;
  /** 1 = looks at it. */
  readonly #arrived: Uint8Array;
  /** 1 = turned at the last advance. */
  readonly #turned: Uint8Array;
  readonly #handOvers: HandOvers;
  readonly #soft: SoftPlaces;
  /** How wide each beam is now where it looks, in metres; 0 = it says nothing of that. */
  readonly #widths: Float64Array;
  readonly #from: Float32Array;
  readonly #place = new Float64Array(3);
  readonly #goal = new Float64Array(2);
  #now: Seconds = NaN;
  #moving = true;

  /** `from`: by row where the source starts from. Of two ways to look at a point the nearer to that is taken. */
  constructor(compiled: CompiledRows, from: Float32Array) {
    const { heads, Pan, Tilt } = compiled.follows;
    this.#compiled = compiled;
    this.#from = from;
    this.#handOvers = new HandOvers(heads.length);
    this.#soft = new SoftPlaces(heads);
    this.#widths = Float64Array.from(heads, ({ follow }) => follow.width ?? 0);
    this.#angles = new Float64Array(2 * heads.length);
    heads.forEach((_, at) => {
      this.#angles[2 * at] = degreesOf(Pan[at]!, "Pan", from);
      this.#angles[2 * at + 1] = degreesOf(Tilt[at]!, "Tilt", from);
    });
    this.#places = new Float64Array(3 * heads.length).fill(NaN);
    this.#arrived = new Uint8Array(heads.length);
    this.#turned = new Uint8Array(heads.length);
  }

  /** True while time alone turns one of them. */
  get moving(): boolean {
    return this.#moving && this.#turned.length > 0;
  }

  /** The heads that these have too go on from where they look there. */
  goOnFrom(present: RunningFollows): void {
    const known = new Map<unknown, number>();
    present.#compiled.follows.heads.forEach((head, at) => {
      known.set(head, at);
      known.set(present.#parameterOf(at), at);
    });
    this.#compiled.follows.heads.forEach((head, at) => {
      const before = known.get(head) ?? known.get(this.#parameterOf(at));
      if (before === undefined) return;
      this.#angles.set(present.#angles.subarray(2 * before, 2 * before + 2), 2 * at);
      const place = present.#places.subarray(3 * before, 3 * before + 3);
      this.#places.set(place, 3 * at);
      this.#handOvers.goOnFrom(at, present.#handOvers, before);
      this.#soft.goOnFrom(at, present.#soft, { at: before, place });
    });
    this.#now = present.#now;
    this.#moving = present.#moving;
  }

  /** Heads that look at others in the run before come from there in metres. `rows`: of each row the one there, or -1. Gives the rows of those heads. */
  takeOver(present: RunningFollows, rows: Int32Array): number[] {
    const before = present.#compiled.follows;
    const byRow = new Map(before.heads.map((_, at) => [handed(before, at)?.row, at]));
    return this.#compiled.follows.heads.flatMap((_, at): number[] => {
      const first = handed(this.#compiled.follows, at);
      const other = first ? byRow.get(rows[first.row]) : undefined;
      const tilt = this.#compiled.follows.Tilt[at];
      if (!first || other === undefined || (tilt && before.Tilt[other]?.row !== rows[tilt.row])) return [];
      const isBehind = present.#handOvers.isUnderWay(other) || present.#soft.isSoft(other);
      const stood = isBehind ? present.#places.subarray(3 * other, 3 * other + 3) : null;
      this.#handOvers.begin(at, before.heads[other]!, { stood, width: present.#widths[other]! });
      return tilt ? [first.row, tilt.row] : [first.row];
    });
  }

  #parameterOf(at: number): number {
    const { parameters, follows } = this.#compiled;
    return parameters[(follows.Pan[at] ?? follows.Tilt[at] ?? follows.Zoom[at] ?? follows.Iris[at] ?? follows.Dimmer[at])!.row]!;
  }

  /** `fades` tells how much is done of the fade of a row. */
  advance(t: Seconds, targets: TargetsAt, fades: { progressOf(row: number): number }): void {
    const { heads, Pan, Tilt, Zoom, Iris, Dimmer } = this.#compiled.follows;
    // Time goes backwards in previews alone: there is nothing to lag behind.
    const since = t < this.#now ? Infinity : Math.min(t - this.#now, this.#moving ? Infinity : FRAME_SECONDS);
    const most = since * MOST_DEGREES_A_SECOND;
    this.#now = t;
    this.#moving = false;
    for (let at = 0; at < heads.length; at++) {
      const moves = followedPlace(heads[at]!, targets, t, this.#place);
      this.#turned[at] = 0;
      if (moves === null) continue;
      if (moves === "moves") this.#moving = true;
      const dimmer = Dimmer[at];
      if (dimmer) {
        this.#shine(at, dimmer, lightThere(heads[at]!, targets, t));
        continue;
      }
      const isHanded = this.#handOvers.isUnderWay(at);
      if (isHanded) this.#handOver(at, targets, fades.progressOf(handed(this.#compiled.follows, at)!.row));
      if (this.#soft.isSoft(at) && !this.#soft.come(at, this.#place, since)) this.#moving = true;
      const place = this.#takePlace(at);
      if (place === "same" && this.#arrived[at] === 1 && !isHanded) continue;
      const zoom = Zoom[at];
      const iris = Iris[at];
      const width = this.#widths[at]!;
      if (zoom) this.#open(at, zoom, "Zoom", beamDegrees(heads[at]!, this.#place, width));
      else if (iris) this.#open(at, iris, "Iris", irisOpen(heads[at]!, this.#place, width));
      else {
        this.#turn(at, place === "first" ? Infinity : most);
        this.#write(Pan[at]!, "Pan", this.#angles[2 * at]!);
        this.#write(Tilt[at]!, "Tilt", this.#angles[2 * at + 1]!);
      }
      if (isHanded) this.#startThere(at);
    }
  }

  #handOver(at: number, targets: TargetsAt, done: number): void {
    const { width = 0 } = this.#compiled.follows.heads[at]!.follow;
    const comes = this.#handOvers.widthOf(at);
    this.#widths[at] = done >= 1 ? width : comes + (width - comes) * done;
    if (done >= 1) return this.#handOvers.end(at);
    const found = this.#handOvers.find(at, targets, this.#now);
    // Whom it looked at is gone: it looks at the other at once.
    if (found === null) return;
    const [place, from] = [this.#place, this.#handOvers.place];
    for (let axis = 0; axis < 3; axis++) place[axis] = from[axis]! + (place[axis]! - from[axis]!) * done;
  }

  /** The way in metres takes the place of the fade: its rows come from where they are. */
  #startThere(at: number): void {
    const { follows, to } = this.#compiled;
    const first = handed(follows, at)!;
    const tilt = follows.Tilt[at];
    this.#from[first.row] = to[first.row]!;
    if (tilt) this.#from[tilt.row] = to[tilt.row]!;
  }

  /** Two targets may move though the middle between them stands: its light is looked at each time. */
  #shine(at: number, dimmer: FollowedAngle, light: number): void {
    const before = this.#compiled.base[dimmer.row];
    this.#write(dimmer, "Dimmer", light);
    this.#turned[at] = Number(this.#compiled.base[dimmer.row] !== before);
  }

  /** Opens one so far that its beam is as wide as it is to be at what it looks at. */
  #open(at: number, angle: FollowedAngle, axis: "Zoom" | "Iris", value: number): void {
    this.#write(angle, axis, value);
    this.#turned[at] = 1;
    this.#arrived[at] = 1;
  }

  /** Notes what one is to look at; the first time it looks there at once. */
  #takePlace(at: number): "same" | "another" | "first" {
    const [places, place] = [this.#places, this.#place];
    const before = places[3 * at]!;
    if (before === place[0] && places[3 * at + 1] === place[1] && places[3 * at + 2] === place[2]) return "same";
    places.set(place, 3 * at);
    // A number that isn't one differs from itself.
    return before === before ? "another" : "first";
  }

  /** Turns one towards what it is to look at, by `most` degrees an axis at the most. */
  #turn(at: number, most: number): void {
    const [angles, goal] = [this.#angles, this.#goal];
    goal[0] = angles[2 * at]!;
    goal[1] = angles[2 * at + 1]!;
    aimFrom(this.#compiled.follows.heads[at]!.aimable, this.#place, goal);
    angles[2 * at] = stepped(angles[2 * at]!, goal[0], most);
    angles[2 * at + 1] = stepped(angles[2 * at + 1]!, goal[1], most);
    this.#turned[at] = 1;
    this.#arrived[at] = angles[2 * at] === goal[0] && angles[2 * at + 1] === goal[1] ? 1 : 0;
    if (this.#arrived[at] === 0) this.#moving = true;
  }

  #write(angle: FollowedAngle | null, axis: FollowedAxis, degrees: number): void {
    if (!angle) return;
    const { base, to } = this.#compiled;
    const { even, channel, nudge } = angle;
    const value = (even ? (degrees - even.from) * even.degree : normalizedFreely(channel, degrees, axis)) + nudge;
    base[angle.row] = clamp(value, 0, 1);
    to[angle.row] = base[angle.row]!;
  }

  /** Marks what turned at the last advance. */
  mark(blocks: Blocks): void {
    const { parameters, follows } = this.#compiled;
    for (let at = 0; at < this.#turned.length; at++) {
      if (this.#turned[at] === 0) continue;
      const [pan, tilt] = [follows.Pan[at], follows.Tilt[at]];
      const other = follows.Zoom[at] ?? follows.Iris[at] ?? follows.Dimmer[at];
      if (pan) blocks.mark(parameters[pan.row]!);
      if (tilt) blocks.mark(parameters[tilt.row]!);
      if (other) blocks.mark(parameters[other.row]!);
    }
  }

  /** Ids of the targets that a row follows; none = it follows nobody. */
  followsOf(row: number): readonly string[] {
    const { heads, Pan, Tilt, Zoom, Iris, Dimmer } = this.#compiled.follows;
    const at = heads.findIndex((_, index) => [Pan, Tilt, Zoom, Iris, Dimmer].some((angles) => angles[index]?.row === row));
    return at < 0 ? [] : heads[at]!.follow.targetIds;
  }
}

/** What of a head goes from target to target in metres: where it looks, or how wide its beam is there. Neither where it looks by one angle alone. */
function handed({ Pan, Tilt, Zoom, Iris }: FlatFollows, at: number): FollowedAngle | null {
  return Zoom[at] ?? Iris[at] ?? (Tilt[at] ? Pan[at]! : null);
}

/** Where an angle starts from; one that something else says, or that only rides along, from its middle. */
function degreesOf(angle: FollowedAngle | null, axis: "Pan" | "Tilt", from: Float32Array): number {
  return angle ? physicalOf(angle.channel, from[angle.row]! - angle.nudge, axis) : 0;
}

function stepped(from: number, to: number, most: number): number {
  const way = to - from;
  return way > most ? from + most : way < -most ? from - most : to;
}
