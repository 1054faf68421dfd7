import type { Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import type { Fixture, Patch } from "../rig/fixture";
import { modeOf } from "../rig/profile";
import type { Show } from "../show/show";
import { MOST_LAMPS_AT_ONCE, nextFreeNumber, nextFreePatches } from "./add-lamps";

/** Metres by which doubles hang further upstage than what they are doubles of, so that both are seen. */
const BESIDE = 1;

/** The changes that double lamps: of the same kind, hung a metre upstage, at the next free numbers and addresses. Nothing programmed comes with them. */
export function duplicatedLamps(show: Show, ids: readonly string[], newId: () => string): Result<Change[]> {
  const lamps = ids.flatMap((id) => show.get("fixture", id) ?? []);
  if (lamps.length === 0) return fail("record.unknown", { what: "lamp" });
  if (lamps.length > MOST_LAMPS_AT_ONCE)
    return fail("value.invalid", {
      field: "The number of lamps",
      value: String(lamps.length),
      why: `at most ${MOST_LAMPS_AT_ONCE} at once`,
    });
  const first = nextFreeNumber(show);
  if (first + lamps.length - 1 > 99999)
    return fail("value.invalid", { field: "The number", value: String(first), why: "the highest is 99999" });
  let grown = show;
  const changes = lamps.map((lamp, at): Change => {
    const mode = modeOf(show.get("profile", lamp.profileId), lamp);
    const patches: (Patch | null)[] = mode ? nextFreePatches(grown, mode, lamp.patch?.universe ?? 1) : [null];
    const { planId: _, standsInFor: __, outOfService: ___, ...kept } = lamp;
    const record: Fixture = {
      ...kept,
      id: newId(),
      number: first + at,
      name: lamp.name.replace(/\d+$/, "").trimEnd() === "" ? lamp.name : `${lamp.name.replace(/\s*\d+$/, "")} ${first + at}`.slice(0, 80),
      patch: lamp.patch ? (patches[0] ?? null) : null,
      ...(lamp.morePatches ? { morePatches: lamp.morePatches.map((patch, index) => patch && (patches[index + 1] ?? null)) } : {}),
      position: { ...lamp.position, y: Math.round((lamp.position.y + BESIDE) * 1000) / 1000 },
    };
    const records = new Map(grown.records);
    records.set(record.id, record);
    grown = grown.withRecords(records, [record.id]);
    return { op: "add", record };
  });
  return ok(changes);
}
