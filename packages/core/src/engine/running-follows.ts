import { beamDegrees, followedPlace, irisOpen, lightThere, type TargetsAt } from "../follow/followed-head";
import { aimFrom } from "../geometry/aim";
import { normalizedFreely, physicalOf } from "../rig/scale";
import { clamp, type Seconds } from "../units/units";
import type { FollowedAxis } from "../stroke/row";
import type { Blocks } from "./blocks";
import type { CompiledRows } from "./compile";
import type { FollowedAngle } from "./flat-follows";
import { HandOvers } from "./hand-overs";

/** A beam lags rather than jumps, as when a path passes straight beneath its head. Common practice: about what quick moving heads turn. */
export const MOST_DEGREES_A_SECOND = 180;

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
      this.#places.set(present.#places.subarray(3 * before, 3 * before + 3), 3 * at);
      this.#handOvers.goOnFrom(at, present.#handOvers, before);
    });
    this.#now = present.#now;
  }

  /** Heads that look at others in the run before come from there in metres. `rows`: of each row the one there, or -1. Gives the rows of those heads. */
  takeOver(present: RunningFollows, rows: Int32Array): number[] {
    const { Pan, Tilt } = this.#compiled.follows;
    const before = present.#compiled.follows;
    const byPan = new Map(before.Pan.map((angle, at) => [angle?.row, at]));
    return Pan.flatMap((pan, at): number[] => {
      const tilt = Tilt[at];
      const other = pan && tilt ? byPan.get(rows[pan.row]) : undefined;
      if (!pan || !tilt || other === undefined || before.Tilt[other]?.row !== rows[tilt.row]) return [];
      const stood = present.#handOvers.isUnderWay(other) ? present.#places.subarray(3 * other, 3 * other + 3) : null;
      this.#handOvers.begin(at, before.heads[other]!, stood);
      return [pan.row, tilt.row];
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
    const most = t < this.#now ? Infinity : (t - this.#now) * MOST_DEGREES_A_SECOND;
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
      if (isHanded) this.#handOver(at, targets, fades.progressOf(Pan[at]!.row));
      const place = this.#takePlace(at);
      if (place === "same" && this.#arrived[at] === 1) continue;
      const [zoom, iris, { width = 0 }] = [Zoom[at], Iris[at], heads[at]!.follow];
      if (zoom) this.#open(at, zoom, "Zoom", beamDegrees(heads[at]!, this.#place, width));
      else if (iris) this.#open(at, iris, "Iris", irisOpen(heads[at]!, this.#place, width));
      else {
        this.#turn(at, place === "first" ? Infinity : most);
        this.#write(Pan[at]!, "Pan", this.#angles[2 * at]!);
        this.#write(Tilt[at]!, "Tilt", this.#angles[2 * at + 1]!);
      }
      if (isHanded) this.#startThere(Pan[at]!, Tilt[at]!);
    }
  }

  #handOver(at: number, targets: TargetsAt, done: number): void {
    if (done >= 1) return this.#handOvers.end(at);
    const found = this.#handOvers.find(at, targets, this.#now);
    // Whom it looked at is gone: it looks at the other at once.
    if (found === null) return;
    const [place, from] = [this.#place, this.#handOvers.place];
    for (let axis = 0; axis < 3; axis++) place[axis] = from[axis]! + (place[axis]! - from[axis]!) * done;
  }

  /** The way in metres takes the place of the fade: its rows come from where they are. */
  #startThere(pan: FollowedAngle, tilt: FollowedAngle): void {
    this.#from[pan.row] = this.#compiled.to[pan.row]!;
    this.#from[tilt.row] = this.#compiled.to[tilt.row]!;
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

/** Where an angle starts from; one that something else says, or that only rides along, from its middle. */
function degreesOf(angle: FollowedAngle | null, axis: "Pan" | "Tilt", from: Float32Array): number {
  return angle ? physicalOf(angle.channel, from[angle.row]! - angle.nudge, axis) : 0;
}

function stepped(from: number, to: number, most: number): number {
  const way = to - from;
  return way > most ? from + most : way < -most ? from - most : to;
}
