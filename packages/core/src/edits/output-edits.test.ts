import { describe, expect, it } from "vitest";
import { explain } from "../errors/result";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { smallShow } from "../testing";
import type { OutputLine } from "../playback/output";
import { newOutput, outputText, protocolChanges, switchedOutput, typedOutput, type OutputField } from "./output-edits";

const record = newOutput(smallShow(), () => "1");
const show = smallShow([record]);
const after = (of: Show, field: OutputField, text: string): Show | string => {
  const typed = typedOutput(of, record.id, { field, text });
  if (!typed.ok) return explain(typed.error);
  const made = edit(of, typed.value);
  return made.ok ? made.value : explain(made.error);
};
const output = (of: Show | string) => (typeof of === "string" ? of : of.get("output", record.id));

describe("outputs", () => {
  it("begin on this machine, switched off", () => {
    expect(record).toMatchObject({ address: "127.0.0.1", on: false, name: "Output" });
  });

  it("take what is typed, and say what fits where it doesn't", () => {
    expect(output(after(show, "universes", "3..16"))).toMatchObject({ universes: { from: 3, to: 16 } });
    expect(output(after(show, "universes", "all"))).toMatchObject({ universes: null });
    expect(output(after(show, "rate", "25"))).toMatchObject({ rate: 25 });
    expect(output(after(show, "port", ""))).toMatchObject({ port: null });
    expect(output(after(show, "sync", "63000"))).toMatchObject({ sync: 63000 });
    expect(output(after(after(show, "sync", "7") as Show, "sync", ""))).not.toHaveProperty("sync");
    const synced = after(show, "sync", "7") as Show;
    expect(output(synced)).toMatchObject({ sync: 7 });
    const other = edit(synced, protocolChanges(output(synced) as OutputLine, "Art-Net"));
    expect(other.ok && other.value.get("output", record.id)).not.toHaveProperty("sync");
    expect(after(other.ok ? other.value : show, "sync", "7")).toMatch(/isn't synchronised/);
    expect(after(show, "sync", "64000")).toMatch(/63999/);
    expect(after(show, "rate", "30")).toMatch(/44, 40, 33, 25/);
    expect(after(show, "universes", "9..3")).toMatch(/such as 1\.\.16/);
    expect(after(show, "port", "70000")).toMatch(/65535/);
    expect(after(show, "priority", "201")).toMatch(/0 to 200/);
    expect(after(show, "shift", "x")).toMatch(/whole number/);
    expect(after(show, "name", " ")).toMatch(/letters/);
    expect(outputText({ ...record, universes: { from: 2, to: 2 } }, "universes")).toBe("2");
  });

  it("go to one receiver alone: groups, everybody and nonsense are refused", () => {
    for (const address of ["239.255.0.1", "255.255.255.255", "10.0.0.255", "0.0.0.0", "300.1.1.1", "localhost", ""])
      expect(after(show, "address", address), address).toMatch(/can't be|must be/);
  });

  it("leave this machine only where somebody has named the interface, and another address switches off", () => {
    const here = edit(show, switchedOutput(show, record.id, { on: true }));
    if (!here.ok) throw new Error(JSON.stringify(here.error));
    const away = after(here.value, "address", "10.9.8.7");
    expect(output(away)).toMatchObject({ address: "10.9.8.7", on: false });
    expect(output(away)).not.toHaveProperty("leavesBy");
    if (typeof away === "string") throw new Error(away);
    const let1 = edit(away, switchedOutput(away, record.id, { on: true, leavesBy: "eth0" }));
    expect(let1.ok && let1.value.get("output", record.id)).toMatchObject({ on: true, leavesBy: "eth0" });
    const bare = edit(show, [{ op: "add", record: { ...record, id: "o2", address: "10.9.8.7", on: true } as typeof record }]);
    expect(bare.ok ? "" : explain(bare.error)).toMatch(/naming the interface/);
    const unsaid = edit(away, switchedOutput(away, record.id, { on: true }));
    expect(unsaid.ok ? "" : explain(unsaid.error)).toMatch(/naming the interface/);
    const elsewhere = let1.ok ? after(let1.value, "address", "10.9.8.9") : "";
    expect(output(elsewhere)).toMatchObject({ on: false });
    expect(output(elsewhere)).not.toHaveProperty("leavesBy");
    const back = after(away, "address", "127.0.0.5");
    expect(output(back)).not.toHaveProperty("leavesBy");
  });
});
