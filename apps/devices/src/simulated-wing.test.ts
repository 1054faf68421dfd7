import { createSocket } from "node:dgram";
import { afterEach, describe, expect, it } from "vitest";
import { osc } from "@vexa/formats";
import { SimulatedWing } from "./simulated-wing";
import { showFace } from "./wing-face";

const closing: (() => Promise<void>)[] = [];
afterEach(async () => {
  for (const close of closing.splice(0)) await close();
});

async function server(): Promise<{ port: number; heard: osc.OscMessage[]; send: (message: osc.OscMessage, port: number) => void }> {
  const socket = createSocket("udp4");
  const heard: osc.OscMessage[] = [];
  socket.on("message", (packet) => {
    const decoded = osc.decode(packet);
    if (decoded.ok) heard.push(...decoded.value);
  });
  await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
  closing.push(() => new Promise((resolve) => socket.close(() => resolve())));
  return { port: socket.address().port, heard, send: (message, port) => socket.send(osc.encode(message), port, "127.0.0.1") };
}

async function until(holds: () => boolean): Promise<void> {
  for (let look = 0; look < 300 && !holds(); look++) await new Promise((resolve) => setTimeout(resolve, 10));
  expect(holds()).toBe(true);
}

describe("the simulated wing", () => {
  it("says where it hears, sends what hands do, and its faders follow what it is told", async () => {
    const { port, heard, send } = await server();
    const wing = await SimulatedWing.open(port);
    closing.push(() => wing.close());
    await until(() => heard.length > 0);
    expect(heard[0]!.address).toBe("/vexa/listen");
    const own = osc.numberOf(heard[0]!)!;
    wing.move("fader-3", 0.25);
    wing.press("button-1", "down");
    await until(() => heard.length === 3);
    expect(heard.slice(1).map((message) => [message.address, osc.numberOf(message)])).toEqual([
      ["/vexa/control/fader-3", 0.25],
      ["/vexa/control/button-1", 1],
    ]);
    send({ address: "/vexa/control/fader-3", arguments: [{ type: "f", value: 0.75 }] }, own);
    send({ address: "/vexa/control/nothing", arguments: [{ type: "f", value: 1 }] }, own);
    await until(() => wing.positions.get("fader-3") === 0.75);
  });

  it("has a face that moves it, and refuses what it hasn't got", async () => {
    const { port, heard } = await server();
    const wing = await SimulatedWing.open(port);
    closing.push(() => wing.close());
    const face = await showFace(wing, 0);
    closing.push(() => face.close());
    const at = `http://127.0.0.1:${face.port}`;
    expect(await (await fetch(at)).text()).toContain("fader-8");
    expect((await fetch(`${at}/move/fader-2/0.5`, { method: "POST" })).status).toBe(204);
    await until(() => heard.some(({ address }) => address === "/vexa/control/fader-2"));
    for (const wrong of ["move/fader-9/0.5", "move/fader-1/2", "press/button-1/hard", "dance"])
      expect((await fetch(`${at}/${wrong}`, { method: "POST" })).status).toBe(400);
  });
});
