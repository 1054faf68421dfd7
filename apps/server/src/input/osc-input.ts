import { createSocket, type RemoteInfo, type Socket } from "node:dgram";
import type { Logger } from "pino";
import {
  actorOf,
  MAX_BPM,
  MIN_BPM,
  MOST_PACE_SECONDS,
  type Answer,
  type Device,
  type Person,
  type PlayCommand,
  type Show,
  type Target,
} from "@vexa/core";
import { osc, otp } from "@vexa/formats";
import { Inbox, Turns, type InboxLimits, type Waiting } from "../session/inbox";
import { heardOf } from "./heard-target";
import { OtpGroups } from "./otp-groups";
import { OtpPoints } from "./otp-points";
import type { WingLink } from "./wing-link";

/** Messages of one device: a wing sends a few hundred a second, a loop sends millions. */
const OSC_LIMITS: InboxLimits = { waiting: 2000, burst: 500, aSecond: 500 };

/** What an OSC message asks for, or null when it asks for nothing here. Names are compared without case; spaces may be written as `_`. */
export function commandOf(show: Show, message: osc.OscMessage): PlayCommand | null {
  const own = targetAt(show, message.address);
  if (own) return placeOf(show, own, message);
  const [vexa, kind, name, act, ...more] = message.address.slice(1).split("/");
  if (vexa !== "vexa" || more.length > 0) return null;
  const number = osc.numberOf(message);
  // Buttons send a 0 when they come up: that is no second press.
  const pressed = message.arguments.length === 0 || (number ?? 1) !== 0;
  if (kind === "resync-all" && name === undefined) return pressed ? { type: "resync-all" } : null;
  // Less than nothing is no pace: everybody's own times.
  if (kind === "pace" && name === undefined)
    return number === null ? null : { type: "pace", seconds: number < 0 ? null : Math.min(MOST_PACE_SECONDS, number) };
  if (kind === "macro" && name !== undefined) {
    const macro = show.all("macro").find((entry) => matches(entry, name));
    if (!macro || !pressed || (act !== undefined && act !== "stop")) return null;
    return { type: act === "stop" ? "macro-stop" : "macro", macroId: macro.id };
  }
  if (kind === "target" && name !== undefined && act === undefined) {
    const target = show.all("target").find((entry) => matches(entry, name));
    return target ? placeOf(show, target, message) : null;
  }
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

/** The target that is heard at an address of its own: none that means something else here. */
function targetAt(show: Show, address: string): Target | undefined {
  if (address.startsWith("/vexa/")) return undefined;
  return show.all("target").find((target) => target.address === address);
}

/** Three numbers that can be a place on the stage, or null. */
function placeOf(show: Show, target: Target, { arguments: args }: osc.OscMessage): PlayCommand | null {
  const [first, second, third] = args.map((argument) => (argument.type === "f" || argument.type === "i" ? argument.value : NaN));
  return args.length === 3 ? heardOf(show, target, [first!, second!, third!]) : null;
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
  /** Hears the groups of the points that are targets by now. */
  take(show: Show): void;
  close(): Promise<void>;
}

export interface OscOptions {
  readonly host: string;
  readonly port: number;
  /** Where OTP's groups are heard, too. */
  readonly otpAt?: string | undefined;
  readonly show: () => Show;
  readonly play: (actor: Person, command: PlayCommand) => Promise<Answer>;
  /** MIDI Time Code, message by message, as a blob of `/vexa/mtc`. */
  readonly mtc: (octets: Uint8Array, actor: Person) => void;
  readonly wings: WingLink;
  /** A machine that nobody has let in said something: it isn't heard. */
  readonly stranger: (address: string, said: string) => void;
  readonly log: Logger;
}

/**
 * Listens for OSC and OTP over UDP on one address. What a device asks for that the lead has let in is done as its role lets it; others are told of
 * and not heard. Packets that can't be read change nothing.
 */
export async function openOsc(of: OscOptions): Promise<OscInput> {
  const socket: Socket = createSocket({ type: "udp4", recvBufferSize: 4 * 1024 * 1024 });
  const nowMs = (): number => performance.now();
  const turns = new Turns(nowMs, (work, waitMs) => (waitMs === 0 ? setImmediate(work) : setTimeout(work, waitMs)));
  const inboxes = new Map<string, Inbox>();
  const inboxOf = (deviceId: string): Inbox => {
    const known = inboxes.get(deviceId);
    if (known) return known;
    const inbox = new Inbox(nowMs, OSC_LIMITS);
    turns.add(inbox);
    inboxes.set(deviceId, inbox);
    return inbox;
  };
  const points = new OtpPoints();
  const deviceAt = (address: string): Device | undefined =>
    of
      .show()
      .all("device")
      .find((device) => device.address === address);
  const push = (device: Device, entry: Pick<Waiting, "supersedes" | "atZero" | "run">): void => {
    inboxOf(device.id).push({ ...entry, superseded: () => undefined, refused: () => undefined });
    turns.wake();
  };
  const hearOtp = (packet: Uint8Array, { address }: RemoteInfo): void => {
    const read = otp.decode(packet);
    if (!read.ok) return of.log.debug({ why: read.error.details }, "an OTP packet was left out");
    const device = deviceAt(address);
    if (!device) return of.stranger(address, `OTP system ${read.value.system}`);
    for (const word of points.hear(of.show(), read.value, nowMs()))
      push(device, { supersedes: `otp ${word.targetId}`, atZero: false, run: () => void of.play(actorOf(device), word) });
  };
  const hearOsc = (packet: Uint8Array, from: RemoteInfo): void => {
    const messages = osc.decode(packet);
    if (!messages.ok) return of.log.debug({ why: messages.error.details }, "an OSC packet was left out");
    const device = deviceAt(from.address);
    if (!device) return of.stranger(from.address, messages.value[0]?.address ?? "");
    for (const message of messages.value)
      push(device, { ...faderOf(message, of.show()), run: () => act(of, message, { from, actor: actorOf(device) }) });
  };
  // Whoever speaks OTP begins each packet so; OSC never does.
  socket.on("message", (packet, from) => (otp.isOtp(packet) ? hearOtp(packet, from) : hearOsc(packet, from)));
  socket.on("error", (error) => of.log.warn(error, "OSC input"));
  await new Promise<void>((resolve, reject) => {
    socket.once("error", reject);
    socket.bind(of.port, of.host, () => {
      socket.off("error", reject);
      resolve();
    });
  });
  const { otpAt, log } = of;
  const groups = otpAt === undefined ? null : new OtpGroups({ address: otpAt, hear: hearOtp, log });
  const take = (show: Show): void => groups?.take(show.all("target"));
  take(of.show());
  return {
    port: socket.address().port,
    take,
    close: async () => {
      await groups?.close();
      await new Promise<void>((resolve) => socket.close(() => resolve()));
    },
  };
}

/** One message of a device that has been let in. */
function act(of: OscOptions, message: osc.OscMessage, { from, actor }: { from: RemoteInfo; actor: Person }): void {
  const [first] = message.arguments;
  if (message.address === "/vexa/mtc" && first?.type === "b") {
    of.mtc(first.value, actor);
    return;
  }
  const play = (command: PlayCommand): void => void of.play(actor, command);
  if (of.wings.hear(message, from, play)) return;
  const command = commandOf(of.show(), message);
  if (command) play(command);
  else of.log.debug({ address: message.address }, "an OSC message asked for nothing here");
}

/** Steps of the same fader, or words of the same target, of which the newest is enough. */
function faderOf(message: osc.OscMessage, show: Show): { readonly supersedes: string | null; readonly atZero: boolean } {
  const isFader =
    targetAt(show, message.address) !== undefined ||
    /^\/vexa\/(card\/[^/]+\/level|master\/[^/]+\/scale|target\/[^/]+)$/.test(message.address);
  return { supersedes: isFader ? message.address : null, atZero: osc.numberOf(message) === 0 };
}
