import { createSocket, type Socket } from "node:dgram";
import { isIPv4 } from "node:net";
import { recordName, sayingsOf, sayingText, type Said, type Saying, type Show, type Transaction } from "@vexa/core";
import { midi, msc, osc } from "@vexa/formats";

/** So many a second leave at most: two cues that start each other are no flood. */
const MOST_A_SECOND = 100;

/** Says what cues and cards have to say to other machines when they begin or are let go: OSC to devices that are let in, MIDI by way of the browsers. */
export class Speaker {
  readonly #show: () => Show;
  readonly #tell: (said: readonly Said[]) => void;
  readonly #socket: Socket = createSocket("udp4");
  #window = { second: 0, count: 0 };

  constructor(show: () => Show, tell: (said: readonly Said[]) => void) {
    this.#show = show;
    this.#tell = tell;
    this.#socket.on("error", () => undefined);
    this.#socket.unref();
  }

  /** An edit or a touch that holds since a moment. */
  hear({ changes }: Transaction, atSeconds: number): void {
    const show = this.#show();
    const devices = show.all("device");
    const said = sayingsOf(show, changes, atSeconds).map(({ saying, by }): Said => {
      const line = { atSeconds, words: sayingText(saying, devices), by: recordName(by, show) };
      if (!this.#hasRoom(atSeconds)) return { ...line, why: `more than ${MOST_A_SECOND} messages in a second` };
      if (saying.type !== "osc") return { ...line, why: null, midi: [...midiOf(saying)] };
      return { ...line, why: this.#sendOsc(saying, show, (why) => this.#tell([{ ...line, why }])) };
    });
    if (said.length > 0) this.#tell(said);
  }

  close(): Promise<void> {
    return new Promise((resolve) => this.#socket.close(() => resolve()));
  }

  #hasRoom(atSeconds: number): boolean {
    const second = Math.floor(atSeconds);
    if (second !== this.#window.second) this.#window = { second, count: 0 };
    return ++this.#window.count <= MOST_A_SECOND;
  }

  /** Why it didn't leave, or null; what the network says only later is told by `failed`. */
  #sendOsc({ deviceId, address, values }: Extract<Saying, { type: "osc" }>, show: Show, failed: (why: string) => void): string | null {
    const device = show.get("device", deviceId);
    if (!device) return "that device isn’t let in";
    if (device.port === undefined) return `${device.name} has no port at which it hears`;
    // No name is ever looked up: OSC is heard over IPv4 alone, and spoken so.
    if (!isIPv4(device.address)) return `${device.address} is no IPv4 address`;
    this.#socket.send(osc.encode({ address, arguments: values }), device.port, device.address, (error) => error && failed(error.message));
    return null;
  }
}

/** People count channels and programs from 1, the wire from 0. */
function midiOf(saying: Exclude<Saying, { type: "osc" }>): Uint8Array {
  switch (saying.type) {
    case "note":
      return midi.encode({ type: "note-on", channel: saying.channel - 1, note: saying.note, velocity: saying.velocity });
    case "control":
      return midi.encode({ type: "control", channel: saying.channel - 1, control: saying.control, value: saying.value });
    case "program":
      return midi.encode({ type: "program", channel: saying.channel - 1, program: saying.program - 1 });
    case "msc":
      return msc.encodeShowControl(saying);
  }
}
