import { createSocket, type Socket } from "node:dgram";
import type { Logger } from "pino";
import { MAX_BPM, MIN_BPM, type Answer, type Person, type PlayCommand, type Show } from "@vexa/core";
import { osc } from "@vexa/formats";
import type { WingLink } from "./wing-link";

/** Most messages a second that are acted upon: a wing sends a few hundred, a loop sends millions. */
const MOST_A_SECOND = 2000;

/** What an OSC message asks for, or null when it asks for nothing here. Names are compared without case; spaces may be written as `_`. */
export function commandOf(show: Show, message: osc.OscMessage): PlayCommand | null {
  const [vexa, kind, name, act, ...more] = message.address.slice(1).split("/");
  if (vexa !== "vexa" || more.length > 0) return null;
  const number = osc.numberOf(message);
  // Buttons send a 0 when they come up: that is no second press.
  const pressed = message.arguments.length === 0 || (number ?? 1) !== 0;
  if (kind === "resync-all" && name === undefined) return pressed ? { type: "resync-all" } : null;
  if (name === undefined || act === undefined) return null;
  if (kind === "master") {
    const master = show.all("master").find((entry) => matches(entry, name));
    return master ? masterCommand(master.id, act, { number, pressed }) : null;
  }
  if (kind !== "card") return null;
  const card = show.all("playback").find((entry) => matches({ id: entry.id, name: show.get("cueList", entry.listId)?.name ?? "" }, name));
  if (!card) return null;
  if (act === "level") return number === null ? null : { type: "level", playbackId: card.id, level: Math.min(1, Math.max(0, number)) };
  return (act === "go" || act === "let-go") && pressed ? { type: act, playbackId: card.id } : null;
}

function masterCommand(
  masterId: string,
  act: string,
  { number, pressed }: { number: number | null; pressed: boolean },
): PlayCommand | null {
  switch (act) {
    case "tap":
    case "resync":
    case "hold":
    case "run":
    case "release":
    case "take":
      return pressed ? { type: act, masterId } : null;
    case "bpm":
      return number === null || number < MIN_BPM || number > MAX_BPM ? null : { type: "bpm", masterId, bpm: number };
    case "scale":
      return number === null || number < 0 || number > 64 ? null : { type: "scale", masterId, factor: number };
    default:
      return null;
  }
}

function matches({ id, name }: { id: string; name: string }, wanted: string): boolean {
  const plain = (text: string): string => text.toLowerCase().replaceAll(" ", "_");
  return id === wanted || plain(name) === plain(wanted);
}

/** OSC that is being heard. */
export interface OscInput {
  readonly port: number;
  close(): Promise<void>;
}

/** Listens for OSC over UDP on one address; what it asks for is done as the show's lead. Packets that can't be read change nothing. */
export async function openOsc(of: {
  host: string;
  port: number;
  show: () => Show;
  play: (person: Person, command: PlayCommand) => Promise<Answer>;
  /** MIDI Time Code, message by message, as a blob of `/vexa/mtc`. */
  mtc: (octets: Uint8Array) => void;
  wings: WingLink;
  log: Logger;
}): Promise<OscInput> {
  const socket: Socket = createSocket("udp4");
  let second = 0;
  let heard = 0;
  socket.on("message", (packet, from) => {
    const now = Math.floor(Date.now() / 1000);
    if (now !== second) [second, heard] = [now, 0];
    if (++heard > MOST_A_SECOND) return;
    const messages = osc.decode(packet);
    if (!messages.ok) {
      of.log.debug({ why: messages.error.details }, "an OSC packet was left out");
      return;
    }
    const lead = of
      .show()
      .all("person")
      .find(({ role }) => role === "lead");
    for (const message of messages.value) {
      const [first] = message.arguments;
      if (message.address === "/vexa/mtc" && first?.type === "b") {
        of.mtc(first.value);
        continue;
      }
      const touch = of.wings.hear(message, from);
      if (touch === null) continue;
      const command = touch ?? commandOf(of.show(), message);
      if (command && lead) void of.play(lead, command);
      else of.log.debug({ address: message.address }, "an OSC message asked for nothing here");
    }
  });
  socket.on("error", (error) => of.log.warn(error, "OSC input"));
  await new Promise<void>((resolve, reject) => {
    socket.once("error", reject);
    socket.bind(of.port, of.host, () => {
      socket.off("error", reject);
      resolve();
    });
  });
  return { port: socket.address().port, close: () => new Promise((resolve) => socket.close(() => resolve())) };
}
