import { raisedPart, type Curtain } from "../playback/curtain";
import { attributeInfo } from "../rig/attributes";
import type { Show } from "../show/show";
import { reachOf } from "../territory/reach";
import type { Seconds } from "../units/units";
import { numbersOf } from "./numbers-of";

/** What a curtain covers and what it holds there. */
interface Held {
  readonly curtain: Curtain;
  readonly parameters: Int32Array;
  readonly values: Float32Array;
}

/** The curtains that are down, in the order in which they fell. What they hold is the engine's alone: a new rig or a restart holds anew. */
export class Curtains {
  #held: readonly Held[] = [];

  /** Brings them up to date; a curtain that is new, or fell anew, holds `output`. */
  take(show: Show, output: Float32Array): void {
    this.#held = show.all("curtain").map((curtain): Held => {
      const before = this.#held.find((held) => held.curtain.id === curtain.id && held.curtain.fellSeconds === curtain.fellSeconds);
      const parameters = coveredBy(curtain, show);
      const known = new Map(before ? [...before.parameters].map((parameter, at) => [parameter, before.values[at]!]) : []);
      // What came into reach since isn't covered: nobody meant to hold it.
      const covered = before ? parameters.filter((parameter) => known.has(parameter)) : parameters;
      return {
        curtain,
        parameters: covered,
        values: numbersOf(Float32Array, covered, (parameter) => known.get(parameter) ?? output[parameter]!),
      };
    });
  }

  /** The rig's parameters lie otherwise now; what is gone is held no more. */
  move(to: Int32Array): void {
    this.#held = this.#held.map(({ curtain, parameters, values }) => {
      const kept = [...parameters.keys()].filter((at) => to[parameters[at]!]! >= 0);
      return {
        curtain,
        parameters: numbersOf(Int32Array, kept, (at) => to[parameters[at]!]!),
        values: numbersOf(Float32Array, kept, (at) => values[at]!),
      };
    });
  }

  /** Some curtain is on its way up at t. */
  movesAt(t: Seconds): boolean {
    // A plain loop: this is asked every frame, which allocates nothing.
    for (let index = 0; index < this.#held.length; index++) {
      const { raise } = this.#held[index]!.curtain;
      if (raise && t <= raise.startSeconds + raise.seconds) return true;
    }
    return false;
  }

  lay(values: Float32Array, t: Seconds): void {
    for (let index = 0; index < this.#held.length; index++) {
      const { curtain, parameters, values: held } = this.#held[index]!;
      const part = raisedPart(curtain, t);
      if (part >= 1) continue;
      for (let at = 0; at < parameters.length; at++) {
        const parameter = parameters[at]!;
        values[parameter] = held[at]! + (values[parameter]! - held[at]!) * part;
      }
    }
  }

  /** The curtains over a parameter at t, with what each makes of a value. */
  over(parameter: number, t: Seconds): { readonly personId: string; readonly after: (value: number) => number }[] {
    return this.#held.flatMap(({ curtain, parameters, values }) => {
      const at = parameters.indexOf(parameter);
      const part = raisedPart(curtain, t);
      if (at < 0 || part >= 1) return [];
      return [{ personId: curtain.personId, after: (value: number) => Math.fround(values[at]! + (value - values[at]!) * part) }];
    });
  }
}

/** What a curtain covers, within its person's reach. */
export function coveredBy({ personId, heads }: Curtain, show: Show): Int32Array {
  const person = show.get("person", personId);
  if (!person) return new Int32Array(0);
  const reach = reachOf(person, show, "hold");
  const within = heads && new Set(heads);
  return Int32Array.from(
    show.rig.heads.flatMap(({ key, parameters }) =>
      within && !within.has(key)
        ? []
        : [...parameters].filter(([attribute]) => reach(key, attributeInfo(attribute).family)).map(([, at]) => at),
    ),
  );
}
