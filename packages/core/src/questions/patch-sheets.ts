import { addressText } from "../rig/address-text";
import type { Fixture } from "../rig/fixture";
import { hangsOn } from "../rig/hangs-on";
import { takenSlots } from "../rig/patch-conflicts";
import { modeOf } from "../rig/profile";
import type { Show } from "../show/show";

/** A part of a printed patch: what it is of, and its lamps in order. */
export interface PatchSheet {
  readonly title: string;
  readonly rows: readonly {
    readonly number: string;
    readonly name: string;
    readonly kind: string;
    readonly address: string;
    readonly place: string;
  }[];
}

type Slots = ReturnType<typeof takenSlots>[number];

/** The patch universe by universe, by address; what is patched nowhere comes last. A lamp in two universes stands in both. */
export function sheetsByUniverse(show: Show): PatchSheet[] {
  const lines = show.all("fixture").flatMap((fixture): { fixture: Fixture; slots: Slots | null }[] => {
    const mode = modeOf(show.get("profile", fixture.profileId), fixture);
    const taken = mode ? takenSlots(fixture, mode) : [];
    return taken.length > 0 ? taken.map((slots) => ({ fixture, slots })) : [{ fixture, slots: null }];
  });
  lines.sort(
    (a, b) =>
      (a.slots?.universe ?? Infinity) - (b.slots?.universe ?? Infinity) ||
      (a.slots?.address ?? a.fixture.number) - (b.slots?.address ?? b.fixture.number),
  );
  return sheets(
    lines,
    ({ slots }) => (slots ? `Universe ${slots.universe}` : "Patched nowhere"),
    ({ fixture, slots }) => ({
      ...rowOf(show, fixture),
      address: slots ? `${slots.universe}.${slots.address} to ${slots.address + slots.footprint - 1}` : "none",
    }),
  );
}

/** The patch by where lamps hang: on a truss, in a layer, or by how far upstage and how high; from house left to house right. */
export function sheetsByPosition(show: Show): PatchSheet[] {
  const trusses = show.all("scenery").filter(({ form }) => form === "truss");
  const lines = show.all("fixture").map((fixture) => ({
    fixture,
    place: trusses.find((truss) => hangsOn(fixture.position, truss))?.name ?? fixture.layer ?? heightOf(fixture),
  }));
  lines.sort((a, b) => a.place.localeCompare(b.place, "en", { numeric: true }) || a.fixture.position.x - b.fixture.position.x);
  return sheets(
    lines,
    ({ place }) => place,
    ({ fixture }) => rowOf(show, fixture),
  );
}

const heightOf = ({ position: { y, z } }: Fixture): string => `${y.toFixed(1)} m upstage, ${z.toFixed(1)} m high`;

function rowOf(show: Show, fixture: Fixture): PatchSheet["rows"][number] {
  const profile = show.get("profile", fixture.profileId);
  const { x, y, z } = fixture.position;
  return {
    number: String(fixture.number),
    name: fixture.name,
    kind: `${profile?.model ?? "?"}, ${modeOf(profile, fixture)?.name ?? "?"}`,
    address: addressText(fixture.patch),
    place: [x, y, z].map((metres) => metres.toFixed(2)).join(", "),
  };
}

function sheets<T>(lines: readonly T[], titleOf: (line: T) => string, row: (line: T) => PatchSheet["rows"][number]): PatchSheet[] {
  const found = new Map<string, PatchSheet["rows"][number][]>();
  for (const line of lines) {
    const own = found.get(titleOf(line));
    if (own) own.push(row(line));
    else found.set(titleOf(line), [row(line)]);
  }
  return [...found].map(([title, rows]) => ({ title, rows }));
}
