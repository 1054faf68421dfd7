import supertest from "supertest";
import { afterEach, describe, expect, it } from "vitest";
import { sacn } from "@vexa/formats";
import { setChange } from "@vexa/core";
import { understory } from "@vexa/demo";
import type { KeptFiles } from "../stage/read-kept";
import { LEADS_PRIORITY, sourceOf } from "../stage/sacn-source";
import { EngineHost } from "./engine-host";
import { cookieOf, sacnReceiver, serverOnBench, until } from "../testing/server-on-bench";

type Receiver = Awaited<ReturnType<typeof sacnReceiver>>;
type Server = Awaited<ReturnType<typeof serverOnBench>>;
const open: { receiver?: Receiver; server?: Server | undefined } = {};

afterEach(async () => {
  await open.server?.stop();
  open.receiver?.close();
  delete open.server;
});

async function begin(of: { keep?: "database" } = {}): Promise<{ server: Server; receiver: Receiver }> {
  const receiver = (open.receiver = await sacnReceiver());
  const server = (open.server = await serverOnBench({ sacnPort: receiver.port, ...of }));
  return { server, receiver };
}
const ines = (server: Server) => server.door.show.get("person", "person-ines")!;
const latest = ({ packets }: Receiver, universe: number) => packets.findLast((packet) => packet.universe === universe);

describe("output over E1.31", () => {
  it("sends every patched universe and no other, with rising sequence numbers, also while nothing changes", async () => {
    const { receiver } = await begin();
    await until(() => new Set(receiver.packets.map(({ universe }) => universe)).size === 14);
    await until(() => receiver.packets.filter(({ universe }) => universe === 3).length >= 5);
    const third = receiver.packets.filter(({ universe }) => universe === 3);
    third.slice(1).forEach((packet, index) => expect(packet.sequence).toBe((third[index]!.sequence + 1) & 255));
    expect(new Set(receiver.packets.map(({ cid }) => cid.join())).size).toBe(1);
    expect(third[0]).toMatchObject({ sourceName: "Vexa Understory", priority: 100, startCode: 0 });
    expect(third[0]!.slots).toHaveLength(512);
  });

  it("carries a played cue to its slots", async () => {
    const { server, receiver } = await begin();
    await server.door.play(ines(server), { type: "go", playbackId: "card-spore" }, undefined);
    await until(() => latest(receiver, 13)?.slots[0] === 255);
    await server.door.play(ines(server), { type: "let-go", playbackId: "card-spore" }, undefined);
    await until(() => latest(receiver, 13)?.slots[0] === 0);
  });

  it("says good-bye three times to each universe when the server stops", async () => {
    const { server, receiver } = await begin();
    await until(() => receiver.packets.length > 14);
    delete open.server;
    await server.stop();
    await until(() => receiver.packets.filter(({ options }) => options === sacn.OPTIONS.terminated).length === 3 * 14);
  });

  it("has the stage back after a restart, from the records alone", async () => {
    const first = await begin();
    await first.server.door.play(ines(first.server), { type: "go", playbackId: "card-spore" }, undefined);
    await until(() => latest(first.receiver, 13)?.slots[0] === 255);
    await first.server.stop();
    first.receiver.close();
    const second = await begin({ keep: "database" });
    await until(() => latest(second.receiver, 13)?.slots[0] === 255);
    expect(second.server.seeded).toBe(false);
  });

  it("goes on when its thread dies", async () => {
    const { server, receiver } = await begin();
    await until(() => receiver.packets.length > 14);
    await server.host.crash();
    const dark = receiver.packets.length;
    await server.door.play(ines(server), { type: "go", playbackId: "card-spore" }, undefined);
    await until(() => receiver.packets.length > dark && latest(receiver, 13)?.slots[0] === 255);
  });

  it("goes on when its thread hangs, which is looked after", async () => {
    const { server, receiver } = await begin();
    await until(() => receiver.packets.length > 14);
    await new Promise((resolve) => server.host.once("health", resolve));
    const troubles: unknown[] = [];
    server.host.on("trouble", (error) => troubles.push(error));
    server.host.hang();
    await new Promise((resolve) => setTimeout(resolve, 300));
    const still = receiver.packets.length;
    await until(() => receiver.packets.length > still && troubles.length > 0, 15_000);
    expect(String(troubles[0])).toContain("hung");
    const { body } = await supertest(server.url)
      .get("/api/health")
      .set("cookie", await cookieOf(server.url, "ines"));
    expect(body).toMatchObject({ ended: [{ part: "stage", why: "its thread hung" }] });
  });

  it("tells once a second how it is doing", async () => {
    const { server } = await begin();
    const health = await new Promise<{ framesPerSecond: number; universes: number }>((resolve) => server.host.once("health", resolve));
    expect(health.universes).toBe(14);
    expect(health.framesPerSecond).toBeGreaterThan(20);
  });
});

describe("an engine that reads its show from files while others are still loaded", () => {
  const CID = "8a5f2f0e-6f0b-4bd0-9a2c-0f6d4f6f8a11";
  const shared = (text: string): SharedArrayBuffer => {
    const octets = new TextEncoder().encode(text);
    const made = new SharedArrayBuffer(octets.length);
    new Uint8Array(made).set(octets);
    return made;
  };
  const records = understory();
  const head = { cid: CID, name: "Bench", seq: 1, savedSeq: 1, count: records.length };
  const snapshot = shared([head, ...records].map((line) => JSON.stringify(line)).join("\n"));
  // What came since: a flood is put out of the universe that it is in.
  const moved = records.flatMap((record) =>
    record.kind === "fixture" && record.patch?.universe === 13
      ? [setChange(record.id, ["patch"], { from: record.patch, to: { ...record.patch, universe: 777 } })]
      : [],
  );
  const lines = [shared(`${JSON.stringify({ seq: 2, edit: { id: "edit", author: "ann", label: "x", changes: moved } })}\n`)];
  const ahead = (receiver: Receiver, files: KeptFiles): EngineHost =>
    new EngineHost({
      records: files,
      sacn: sourceOf({ targets: [{ address: "127.0.0.1", port: receiver.port }], cid: CID, name: "Bench" }, LEADS_PRIORITY),
    });

  it("plays it with all that came since, before anybody keeps it, and goes on when somebody does", async () => {
    const receiver = (open.receiver = await sacnReceiver());
    expect(moved.length).toBeGreaterThan(0);
    const host = ahead(receiver, { snapshot, lines });
    await until(() => latest(receiver, 777) !== undefined);
    expect(latest(receiver, 13)).toBeUndefined();
    host.handTo(() => understory(), 101);
    await until(() => latest(receiver, 777)?.priority === 101);
    expect(host.values()!.length).toBeGreaterThan(100);
    await host.stop();
  });

  it("begins again from the files where its thread has died meanwhile, and with what is kept once somebody keeps it", async () => {
    const receiver = (open.receiver = await sacnReceiver());
    const host = ahead(receiver, { snapshot, lines });
    const died = async (): Promise<void> => {
      const again = new Promise((resolve) => host.once("again", resolve));
      await host.crash();
      await again;
      receiver.packets.length = 0;
    };
    await died();
    await until(() => latest(receiver, 777) !== undefined);
    host.handTo(() => understory(), LEADS_PRIORITY);
    await died();
    await until(() => latest(receiver, 13) !== undefined);
    await host.stop();
  });

  it("sends nothing where they can't be read, and ends", async () => {
    const receiver = (open.receiver = await sacnReceiver());
    const host = ahead(receiver, { snapshot: shared("{"), lines });
    await new Promise((resolve) => setTimeout(resolve, 500));
    expect(host.values()).toBeNull();
    await host.stop("silently");
    expect(receiver.packets).toEqual([]);
  });
});
