import { describe, expect, it } from "vitest";
import { edit } from "../show/edit";
import type { PlanLamp, PlanThing } from "../rig/plan-lamp";
import type { Show } from "../show/show";
import { ODD_LAMP, smallShow, TEST_PROFILES } from "../testing";
import { setLamps } from "./set-lamps";
import { comparePlan, planChanges, type Plan } from "./take-in-plan";

const [MOVER] = TEST_PROFILES;
const SPEC = `${MOVER!.maker}@${MOVER!.model}.gdtf`;
const uuid = (at: number): string => `0a1b2c3d-0000-4000-8000-${String(at).padStart(12, "0")}`;
let made = 0;
const newId = (): string => `made-${++made}`;

/** The movers of the small show as a plan has them. */
function planOf(show: Show, change: (lamps: PlanLamp[]) => void = () => undefined): Plan {
  const lamps = show
    .all("fixture")
    .filter(({ profileId }) => profileId === MOVER!.id)
    .map(({ number, name, patch, position, rotation }): PlanLamp => ({
      uuid: uuid(number),
      number,
      name,
      spec: SPEC,
      mode: "Only",
      patches: [patch],
      layer: "Rig",
      position,
      rotation,
    }));
  change(lamps);
  return { lamps, profiles: new Map() };
}

const take = (show: Show, plan: Plan, kinds?: readonly string[]): Show => {
  const all = comparePlan(show, plan).filter(({ kind }) => !kinds || kinds.includes(kind));
  const after = edit(show, planChanges(show, plan, { take: all, newId }));
  if (!after.ok) throw new Error(JSON.stringify(after.error));
  return after.value;
};
const rows = (show: Show, plan: Plan): string[] => comparePlan(show, plan).map(({ kind, lamp, words }) => `${kind}: ${lamp}: ${words}`);

describe("a plan that is taken in", () => {
  it("differs in nothing from a show that is like it", () => {
    expect(rows(smallShow(), planOf(smallShow()))).toEqual([]);
  });

  it("shows each difference by itself, in words (twelve of them)", () => {
    const show = take(
      smallShow(),
      planOf(smallShow(), (lamps) => lamps.forEach((lamp, at) => (lamps[at] = { ...lamp, name: `${lamp.name}.` }))),
    );
    const plan = planOf(show, (lamps) => {
      lamps[0] = { ...lamps[0]!, position: { x: 1, y: 2, z: 3 } };
      lamps[1] = { ...lamps[1]!, rotation: { x: 180, y: 0, z: 0 } };
      lamps[2] = { ...lamps[2]!, patches: [{ universe: 9, address: 1 }] };
      lamps[3] = { ...lamps[3]!, name: "Key left", number: 77 };
      lamps[4] = { ...lamps[4]!, position: { x: 0, y: 0, z: 9 }, patches: [null], name: "High" };
      lamps.splice(5, 1);
      lamps.push({
        ...lamps[0]!,
        uuid: uuid(90),
        number: 90,
        name: "Fresh",
        position: { x: 5, y: 5, z: 5 },
        patches: [{ universe: 12, address: 7 }],
      });
      lamps.push({ ...lamps[0]!, uuid: uuid(91), number: null, name: "Strange", spec: "No@Body.gdtf" });
      lamps[5] = { ...lamps[5]!, number: 8 };
    });
    expect(rows(show, plan)).toEqual([
      `new: 90 Fresh: ${MOVER!.model}, 12.7, 5.00, 5.00, 5.00 m`,
      "new: Strange: No@Body.gdtf, 1.1, 1.00, 2.00, 3.00 m",
      "gone: 6 Head 6.: the plan doesn't have it any more",
      "moved: 1 Head 1.: 0.00, 0.00, 5.00 m to 1.00, 2.00, 3.00 m",
      "moved: 5 Head 5.: 4.00, 0.00, 5.00 m to 0.00, 0.00, 9.00 m",
      "turned: 2 Head 2.: 0.0, 0.0, 0.0° to 180.0, 0.0, 0.0°",
      "re-addressed: 3 Head 3.: 1.41 to 9.1",
      "re-addressed: 5 Head 5.: 1.81 to unpatched",
      "renamed: 4 Head 4.: Head 4. to Key left",
      "renamed: 5 Head 5.: Head 5. to High",
      "renumbered: 4 Head 4.: 4 to 77",
      "renumbered: 7 Head 7.: 7 to 8",
    ]);
    const barred = comparePlan(show, plan).flatMap(({ kind, barred: why }) => (why === null ? [] : [`${kind}: ${why}`]));
    expect(barred).toEqual(["new: No@Body.gdtf isn't in the file, and no lamp here is of it", "renumbered: Head 8. has 8"]);
    // What is taken is as the plan has it, what is left stays as it is; programming follows by identity.
    const after = take(show, plan, ["new", "moved", "gone", "re-addressed"]);
    expect(after.get("fixture", "fx-1")!.position).toEqual({ x: 1, y: 2, z: 3 });
    expect(after.get("fixture", "fx-2")!.rotation.x).toBe(0);
    expect(after.get("fixture", "fx-3")!.patch).toEqual({ universe: 9, address: 1 });
    expect(after.get("fixture", "fx-4")!.name).toBe("Head 4.");
    expect(after.get("fixture", "fx-6")).toBeNull();
    expect(after.all("fixture").find(({ number }) => number === 90)).toMatchObject({ name: "Fresh", planId: uuid(90) });
    expect(
      comparePlan(after, plan).filter(({ kind, barred: why }) => why === null && ["new", "moved", "gone", "re-addressed"].includes(kind)),
    ).toEqual([]);
  });

  it("brings its profiles along, and gives each lamp a number that is free", () => {
    const show = smallShow();
    const lamp: PlanLamp = {
      uuid: uuid(1),
      number: 3,
      name: "Odd",
      spec: "Quillfern@Oddment 2.gdtf",
      mode: "All of it",
      patches: [
        { universe: 20, address: 1 },
        { universe: 21, address: 1 },
      ],
      layer: "",
      position: { x: 0, y: 0, z: 4 },
      rotation: { x: 0, y: 0, z: 0 },
    };
    const plan: Plan = {
      lamps: [
        { ...lamp, number: null },
        { ...lamp, uuid: uuid(2), number: 500 },
        { ...lamp, uuid: uuid(3), number: 500 },
      ],
      profiles: new Map([[lamp.spec, ODD_LAMP]]),
    };
    const after = take(show, plan);
    const own = after.all("fixture").filter(({ profileId }) => profileId === ODD_LAMP.id);
    expect(new Set(own.map(({ number }) => number)).size).toBe(3);
    expect(own.map(({ number }) => number)).toContain(500);
    expect(own[0]).toMatchObject({ patch: { universe: 20, address: 1 }, morePatches: [{ universe: 21, address: 1 }] });
    expect(after.rig.headByKey.get(`${own[0]!.id}.2`)).toBeDefined();
  });

  it("knows lamps again by the plan's own id, whatever they are called now", () => {
    const show = take(
      smallShow(),
      planOf(smallShow(), (lamps) => (lamps[0] = { ...lamps[0]!, name: "A" })),
    );
    const renumbered = edit(show, [{ op: "set", id: "fx-1", path: ["number"], from: 1, to: 901 }]);
    if (!renumbered.ok) throw new Error("no");
    expect(
      rows(
        renumbered.value,
        planOf(show, (lamps) => (lamps[0] = { ...lamps[0]!, position: { x: 9, y: 9, z: 9 } })),
      ),
    ).toEqual(["moved: 901 A: 0.00, 0.00, 5.00 m to 9.00, 9.00, 9.00 m", "renumbered: 901 A: 901 to 1"]);
  });

  it("shows twelve differences as twelve rows, with layers and what stands around", () => {
    const known = smallShow()
      .all("fixture")
      .filter(({ profileId }) => profileId === MOVER!.id);
    const met = edit(
      smallShow(),
      setLamps(known, "planId", ({ number }) => uuid(number)),
    );
    if (!met.ok) throw new Error(JSON.stringify(met.error));
    const before = take(met.value, { ...planOf(met.value), things: [thing("a", "Truss", 6)] });
    const plan = planOf(before, (lamps) => {
      lamps[0] = { ...lamps[0]!, position: { x: 9, y: 9, z: 9 }, rotation: { x: 0, y: 0, z: 45 }, name: "Other", layer: "Front" };
      lamps[1] = { ...lamps[1]!, patches: [{ universe: 9, address: 1 }], number: 77 };
      lamps[2] = { ...lamps[2]!, patches: [] };
      lamps[3] = { ...lamps[3]!, name: "Another" };
      lamps.splice(7, 1);
      lamps.push({ ...lamps[0]!, uuid: uuid(50), number: 50, name: "New" });
    });
    const found = comparePlan(before, { ...plan, things: [thing("a", "Truss", 7), thing("b", "Riser", 0)] });
    expect(found.map(({ kind }) => kind)).toEqual([
      "new",
      "gone",
      "moved",
      "turned",
      "re-addressed",
      "re-addressed",
      "renamed",
      "renamed",
      "renumbered",
      "other layer",
      "scenery",
      "scenery",
    ]);
    const after = take(before, { ...plan, things: [thing("a", "Truss", 7), thing("b", "Riser", 0)] });
    expect(after.get("fixture", "fx-1")!.layer).toBe("Front");
    expect(after.all("scenery").map(({ name, position }) => [name, position.z])).toEqual([
      ["Truss", 7],
      ["Riser", 0],
    ]);
    expect(comparePlan(after, { ...plan, things: [thing("a", "Truss", 7), thing("b", "Riser", 0)] })).toEqual([]);
  });
});

const thing = (id: string, name: string, z: number): PlanThing => ({
  uuid: id,
  name,
  form: name === "Truss" ? "truss" : "riser",
  position: { x: 0, y: 0, z },
  size: { x: 3, y: 1, z: 1 },
  turn: 0,
  layer: "Rig",
});
