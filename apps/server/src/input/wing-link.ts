import { createSocket, type RemoteInfo, type Socket } from "node:dgram";
import {
  ControlEar,
  controlStanding,
  hasTravel,
  type Control,
  type ControlTouch,
  type InputLine,
  type PlayCommand,
  type Show,
} from "@vexa/core";
import { osc } from "@vexa/formats";
import type { Found, Touch } from "../show/early-touches";
import type { MovedSlots } from "./sacn-inputs";

/** A wing that hasn't said anything for so long is gone. */
const FORGET_AFTER_MS = 60_000;
const MOST_WINGS = 16;
const LONGEST_NAME = 40;
const TELL_EVERY_MS = 30;
/** A desk may move hundreds of slots at once: one of them is told so often. */
const TELL_SLOTS_MS = 100;
const HALF = 0.5;

type Play = (command: PlayCommand) => void;

function played(command: PlayCommand | null, play: Play): void {
  if (command) play(command);
}

/**
 * Wings over OSC, both ways. `/vexa/control/NAME` with a number 0..1 is a touch; `/vexa/listen` with the port at which the wing
 * hears brings it all positions and lights, then and with every change. Only wings on this machine are answered.
 */
export class WingLink {
  readonly #ear = new ControlEar();
  readonly #wings = new Map<number, { heardMs: number; told: Map<string, number> }>();
  readonly #socket: Socket = createSocket("udp4");
  readonly #show: () => Show;
  readonly #onTouch: (touch: ControlTouch) => void;
  readonly #whenThere: (touch: Touch) => void;
  #telling: NodeJS.Timeout | null = null;
  #toldSlotMs = -Infinity;
  /** The slot that those who learn heard of last. */
  #toldSlot = "";

  constructor(show: () => Show, onTouch: (touch: ControlTouch) => void, whenThere: (touch: Touch) => void) {
    this.#show = show;
    this.#onTouch = onTouch;
    this.#whenThere = whenThere;
    this.#socket.on("error", () => undefined);
  }

  /** Whether a message is a wing's. What it asks for is played, and soon where the control is just being learned. */
  hear(message: osc.OscMessage, { address, port }: Pick<RemoteInfo, "address" | "port">, play: Play): boolean {
    const [vexa, kind, name, ...more] = message.address.slice(1).split("/");
    const number = osc.numberOf(message);
    if (vexa !== "vexa" || more.length > 0) return false;
    if (kind === "listen" && name === undefined) {
      if (address === "127.0.0.1") this.#welcome(number ?? port);
      return true;
    }
    if (kind !== "control" || name === undefined || name === "" || name.length > LONGEST_NAME || number === null) return false;
    const position = Math.min(1, Math.max(0, number));
    this.#onTouch({ name, position });
    const asked = (): PlayCommand | null => this.#ear.hear(this.#show(), "osc", { name, position });
    const look = (): Found => (this.#learned("osc", name) ? "there" : "missing");
    this.#whenThere({ about: `osc ${name}`, look, take: () => played(asked(), play) });
    return true;
  }

  /** Plays what slots of an input ask for that have moved; one of them is told to those who learn. */
  hearSlots({ universe }: InputLine, moved: MovedSlots, play: Play): void {
    const nameOf = (slot: number): string => `${universe}.${slot + 1}`;
    const [first] = moved;
    const nowMs = performance.now();
    if (first && nowMs - this.#toldSlotMs > TELL_SLOTS_MS) {
      this.#toldSlotMs = nowMs;
      this.#toldSlot = nameOf(first.slot);
      this.#onTouch({ name: this.#toldSlot, position: first.level, source: "sacn" });
    }
    const learned = new Map(
      this.#show()
        .all("control")
        .flatMap((control) => (control.source === "sacn" ? [[control.name, control] as const] : [])),
    );
    for (const step of moved) {
      const name = nameOf(step.slot);
      const control = learned.get(name);
      if (control) this.#slotPlays(control, step, play);
      // Of all others only this can be one that is just being learned.
      else if (name === this.#toldSlot) {
        let found: Control | undefined;
        const look = (): Found => {
          found = this.#learned("sacn", name);
          return found ? "there" : "missing";
        };
        const take = (): void => {
          if (found) this.#slotPlays(found, step, play);
        };
        this.#whenThere({ about: `sacn ${name}`, look, take });
      }
    }
  }

  #learned(source: Control["source"], name: string): Control | undefined {
    return this.#show()
      .all("control")
      .find((control) => control.source === source && control.name === name);
  }

  #slotPlays({ name, does }: Control, { from, level }: MovedSlots[number], play: Play): void {
    // A button is down from the middle of its way up.
    if (!hasTravel(does) && level >= HALF === from >= HALF) return;
    const position = hasTravel(does) ? level : Number(level >= HALF);
    played(this.#ear.hear(this.#show(), "sacn", { name, position, from }), play);
  }

  /** The show has changed: wings hear of it soon, many changes at once. */
  changed(): void {
    if (this.#wings.size > 0) this.#telling ??= setTimeout(() => this.#tellAll(), TELL_EVERY_MS);
  }

  close(): Promise<void> {
    if (this.#telling) clearTimeout(this.#telling);
    return new Promise((resolve) => this.#socket.close(() => resolve()));
  }

  #welcome(port: number): void {
    if (!Number.isInteger(port) || port < 1 || port > 65535) return;
    if (!this.#wings.has(port) && this.#wings.size >= MOST_WINGS) return;
    this.#wings.set(port, { heardMs: performance.now(), told: new Map() });
    this.#tellAll();
  }

  #tellAll(): void {
    this.#telling = null;
    const show = this.#show();
    for (const [port, { heardMs, told }] of this.#wings) {
      if (performance.now() - heardMs > FORGET_AFTER_MS) {
        this.#wings.delete(port);
        continue;
      }
      for (const control of show.all("control")) {
        const standing = control.source === "osc" ? controlStanding(show, control) : null;
        if (standing === null || told.get(control.name) === standing) continue;
        told.set(control.name, standing);
        const message: osc.OscMessage = { address: `/vexa/control/${control.name}`, arguments: [{ type: "f", value: standing }] };
        this.#socket.send(osc.encode(message), port, "127.0.0.1");
      }
    }
  }
}
