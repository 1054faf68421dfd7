import type { Attribute } from "./attributes";
import { MAX_UNIVERSE, patchOf, type Fixture } from "./fixture";
import { Head } from "./head";
import { HeadParameters } from "./head-parameters";
import { HeadsByKey } from "./heads-by-key";
import { lampLayout, type LampLayout } from "./lamp-layout";
import { Parameter, type ParameterKind } from "./parameter";
import { modeOf, type Mode, type Profile } from "./profile";

export type { Head } from "./head";
export type { Parameter } from "./parameter";

/**
 * The rig as the engine sees it: heads in number order and parameters in one row, those of HTP first, each attribute by heads. The
 * same records give the same order everywhere. Fixtures whose profile or mode is missing are left out.
 */
export interface Rig {
  readonly heads: readonly Head[];
  readonly headByKey: HeadsByKey<Head>;
  readonly parameters: readonly Parameter[];
  readonly htpCount: number;
  /** Universe and address of each head's fixture, by its order, then those of further breaks; 0 = it isn't patched. */
  readonly patches: { readonly universes: Int32Array; readonly addresses: Int32Array };
  /** The universes in use, rising. */
  readonly universes: readonly number[];
  /** The same object in rigs whose parameters are the same ones in the same places. */
  readonly layout: RigColumns;
}

/** What is read of all parameters at once, by their indices: without an object for each, of which a large rig has a hundred thousand. */
export interface RigColumns {
  readonly kinds: readonly ParameterKind[];
  /** Which of these each is. */
  readonly kind: Int32Array;
  readonly master: Int32Array;
  readonly place: Int32Array;
  /**
   * The nearest virtual master that scales it before it leaves: that of its channel, and for colours of a head without a dimmer of its own
   * that head's virtual one, so that intensity isn't hidden in colour. What has slots the lamp multiplies itself. -1 = none.
   */
  readonly scaler: Int32Array;
  /** All parameters lamp by lamp, and by head where those of its lamp begin, with their end behind the last. */
  readonly byLamp: Int32Array;
  readonly begins: Int32Array;
}

interface Lamp {
  readonly fixture: Fixture;
  readonly profile: Profile;
  readonly layout: LaidChannels;
}

/** The layout of some lamps, and in which row of parameters each of its channels lies. */
interface LaidChannels extends LampLayout {
  readonly rows: readonly Row[];
  /** The first of its kinds among those of the rig. */
  readonly firstKind: number;
}

/** The parameters of one attribute: one follows the other, head by head, so that what says the same of many runs through memory in order. */
interface Row {
  readonly htp: boolean;
  readonly attribute: Attribute;
  count: number;
  /** Where the next one goes. */
  next: number;
}

export function buildRig(fixtures: readonly Fixture[], profiles: ReadonlyMap<string, Profile>): Rig {
  const { lamps, rows, kinds } = lampsOf(fixtures, profiles);
  const raised = rows.filter(({ htp }) => htp);
  const htpCount = putInOrder(raised, 0);
  const count = putInOrder(
    rows.filter(({ htp }) => !htp),
    htpCount,
  );
  const heads: Head[] = [];
  const parameters = new Array<Parameter>(count);
  const columns = emptyColumns(kinds, { parameters: count, heads: lamps.reduce((sum, { layout }) => sum + layout.mode.heads.length, 0) });
  const patches = new Patches(columns.begins.length - 1);
  const { byLamp: numbers, begins } = columns;
  let first = 0;
  for (const { fixture, profile, layout } of lamps) {
    const { mode } = layout;
    const parameterOf = (channel: number): number => (channel < 0 ? -1 : numbers[first + channel]!);
    const order = heads.length;
    for (let index = 0; index < mode.heads.length; index++) {
      const own = new HeadParameters(layout.parameters[index]!, numbers, first);
      const services = layout.services[index]!.size === 0 ? NO_SERVICES : new HeadParameters(layout.services[index]!, numbers, first);
      heads.push(new Head({ fixture, profile, mode, index, order: order + index, parameters: own, services }));
      patches.put(order + index, fixture);
      begins[order + index] = first;
    }
    for (let at = 0; at < layout.rows.length; at++) numbers[first + at] = layout.rows[at]!.next++;
    for (let at = 0; at < layout.rows.length; at++) {
      const kind = layout.kinds[at]!;
      const head = heads[order + kind.channel.head]!;
      const parameter = numbers[first + at]!;
      const [master, place] = [parameterOf(layout.masters[at]!), patches.placeOf(head, kind.channel.break)];
      parameters[parameter] = new Parameter(head, kind, master, place);
      columns.kind[parameter] = layout.firstKind + at;
      columns.master[parameter] = master;
      columns.place[parameter] = place;
      columns.scaler[parameter] = parameterOf(layout.scalers[at]!);
    }
    first += layout.rows.length;
  }
  const placed = patches.all();
  return { heads, headByKey: HeadsByKey.of(heads), parameters, htpCount, patches: placed, universes: universesIn(placed), layout: columns };
}

function emptyColumns(kinds: readonly ParameterKind[], { parameters, heads }: { parameters: number; heads: number }): RigColumns {
  const column = (): Int32Array => new Int32Array(parameters);
  const begins = new Int32Array(heads + 1).fill(parameters);
  return { kinds, kind: column(), master: column(), place: column(), scaler: column(), byLamp: column(), begins };
}

/** Most heads have none: one and the same for tens of thousands. */
const NO_SERVICES: Head["services"] = new Map();

/** The lamps in number order, and the rows that their channels fill. */
function lampsOf(
  fixtures: readonly Fixture[],
  profiles: ReadonlyMap<string, Profile>,
): { lamps: Lamp[]; rows: Row[]; kinds: ParameterKind[] } {
  const rows = new Map<string, Row>();
  const rowOf = (htp: boolean, attribute: Attribute): Row => {
    const name = `${htp ? "HTP" : "LTP"} ${attribute}`;
    let row = rows.get(name);
    if (!row) rows.set(name, (row = { htp, attribute, count: 0, next: 0 }));
    return row;
  };
  const kinds: ParameterKind[] = [];
  const layouts = new Map<Mode, Map<string, LaidChannels>>();
  const layoutOf = (mode: Mode, { precedence }: Fixture): LaidChannels => {
    const name = precedence ? JSON.stringify(precedence) : "";
    let own = layouts.get(mode);
    if (!own) layouts.set(mode, (own = new Map<string, LaidChannels>()));
    let layout = own.get(name);
    if (!layout) {
      const made = lampLayout(mode, precedence);
      const rowsOf = made.kinds.map(({ htp, channel }) => rowOf(htp, channel.attribute));
      own.set(name, (layout = { ...made, rows: rowsOf, firstKind: kinds.length }));
      for (const kind of made.kinds) kinds.push(kind);
    }
    return layout;
  };
  const lamps: Lamp[] = [];
  for (const fixture of fixtures.toSorted((a, b) => a.number - b.number || (a.id < b.id ? -1 : 1))) {
    const profile = profiles.get(fixture.profileId);
    const mode = modeOf(profile, fixture);
    if (!profile || !mode) continue;
    const layout = layoutOf(mode, fixture);
    for (const row of layout.rows) row.count++;
    lamps.push({ fixture, profile, layout });
  }
  return { lamps, rows: [...rows.values()], kinds };
}

/** Rows by their attributes, the first at `from`; returns where they end. */
function putInOrder(rows: readonly Row[], from: number): number {
  let next = from;
  for (const row of rows.toSorted((a, b) => (a.attribute < b.attribute ? -1 : 1))) {
    row.next = next;
    next += row.count;
  }
  return next;
}

/** Where each head's fixture begins; channels of further breaks get places of their own behind those. */
class Patches {
  readonly #universes: number[];
  readonly #addresses: number[];
  readonly #further = new Map<string, number>();

  constructor(heads: number) {
    this.#universes = new Array<number>(heads).fill(0);
    this.#addresses = new Array<number>(heads).fill(0);
  }

  put(place: number, { patch }: Fixture): void {
    this.#universes[place] = patch?.universe ?? 0;
    this.#addresses[place] = patch?.address ?? 0;
  }

  placeOf({ fixture, order }: Head, number = 1): number {
    if (number === 1) return order;
    const key = `${fixture.id} ${number}`;
    const known = this.#further.get(key);
    if (known !== undefined) return known;
    const patch = patchOf(fixture, number);
    const place = this.#universes.push(patch?.universe ?? 0) - 1;
    this.#addresses.push(patch?.address ?? 0);
    this.#further.set(key, place);
    return place;
  }

  all(): Rig["patches"] {
    return { universes: Int32Array.from(this.#universes), addresses: Int32Array.from(this.#addresses) };
  }
}

/** The universes in which something is patched, rising. */
export function universesIn({ universes }: Rig["patches"]): number[] {
  const used = new Uint8Array(MAX_UNIVERSE + 1);
  for (let at = 0; at < universes.length; at++) used[universes[at]!] = 1;
  const rising: number[] = [];
  for (let universe = used.indexOf(1, 1); universe > 0; universe = used.indexOf(1, universe + 1)) rising.push(universe);
  return rising;
}
