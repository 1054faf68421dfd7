import { create } from "zustand";
import { ClockTempo, ControlEar } from "@vexa/core";
import { midi } from "@vexa/formats";
import type { ShowClient } from "../session/show-client";
import { learnFrom } from "../wings/learn";
import { answerMidi, midiTouch } from "../wings/midi-controls";
import { TimecodeEar } from "./timecode-ear";

/** What a speed master listens to: a note, or the clock of any device. */
export type MidiSource = { readonly type: "note"; readonly channel: number; readonly note: number } | { readonly type: "clock" };

const KEPT = "vexa-midi";
/** A tempo that differs by less isn't worth telling. */
const LEAST_BPM = 0.2;
const TELL_EVERY_SECONDS = 0.25;

interface MidiState {
  readonly state: "off" | "listening" | "refused" | "unsupported";
  /** Sources by master. */
  readonly sources: Readonly<Record<string, MidiSource>>;
  /** The master that takes the next note. */
  readonly learning: string | null;
  set: (state: Partial<Pick<MidiState, "state" | "sources" | "learning">>) => void;
}

function keptSources(): MidiState["sources"] {
  try {
    return JSON.parse(localStorage.getItem(KEPT) ?? "{}") as MidiState["sources"];
  } catch {
    return {};
  }
}

/** What this browser hears by MIDI: its devices are its own, so this isn't kept in the show. */
export const useMidi = create<MidiState>((set) => ({ state: "off", sources: keptSources(), learning: null, set }));

/** Names what a master listens to, or nothing; kept in this browser. */
export function setMidiSource(masterId: string, source: MidiSource | null): void {
  const { [masterId]: _, ...rest } = useMidi.getState().sources;
  const sources = source ? { ...rest, [masterId]: source } : rest;
  localStorage.setItem(KEPT, JSON.stringify(sources));
  useMidi.getState().set({ sources, learning: null });
}

/** Asks the browser for its MIDI devices and listens to all of them, also to those that are plugged in later. */
export async function listenToMidi(client: ShowClient): Promise<void> {
  const { state, set } = useMidi.getState();
  if (state === "listening") return;
  if (!("requestMIDIAccess" in navigator)) return set({ state: "unsupported" });
  try {
    const access = await anyMidi();
    const ear = new MidiEar(client);
    const attach = (): void => access.inputs.forEach((input) => (input.onmidimessage = (event) => ear.hear(event)));
    attach();
    access.onstatechange = attach;
    answerMidi(client, () => access.outputs.values());
    client.said.subscribe((said) => {
      for (const { midi: octets } of said)
        if (octets && (octets[0] !== 0xf0 || access.sysexEnabled)) for (const output of access.outputs.values()) output.send([...octets]);
    });
    set({ state: "listening" });
  } catch {
    set({ state: "refused" });
  }
}

/** With system exclusive, which show control needs; without it where that isn't allowed. */
function anyMidi(): Promise<MIDIAccess> {
  return navigator.requestMIDIAccess({ sysex: true }).catch(() => navigator.requestMIDIAccess());
}

class MidiEar {
  readonly #client: ShowClient;
  readonly #clock = new ClockTempo();
  readonly #timecode: TimecodeEar;
  readonly #controls = new ControlEar();
  #told = { bpm: 0, at: 0 };

  constructor(client: ShowClient) {
    this.#client = client;
    this.#timecode = new TimecodeEar(client);
  }

  /** The event says when it came in, however long the page was busy since. */
  hear(event: MIDIMessageEvent): void {
    const { data, timeStamp } = event;
    if (data && (data[0] === 0xf1 || data[0] === 0xf0))
      return this.#timecode.hear(data, this.#client.now() - Math.max(0, performance.now() - timeStamp) / 1000);
    const t = this.#client.momentOf(event);
    const message = data ? midi.decode(data) : null;
    if (!message?.ok) return;
    const touch = midiTouch(message.value);
    if (touch) {
      if (learnFrom(this.#client, "midi", touch)) return;
      const command = this.#controls.hear(this.#client.view, "midi", touch);
      if (command) this.#client.play(command, t);
    }
    if (message.value.type === "note-on") this.#note(message.value, t);
    if (message.value.type === "clock") this.#pulse(t);
    if (message.value.type === "start") for (const masterId of this.#masters("clock")) this.#client.play({ type: "resync", masterId }, t);
  }

  #note({ channel, note }: { channel: number; note: number }, t: number): void {
    const { learning, sources } = useMidi.getState();
    if (learning !== null) return setMidiSource(learning, { type: "note", channel, note });
    for (const [masterId, source] of Object.entries(sources))
      if (source.type === "note" && source.channel === channel && source.note === note) this.#client.play({ type: "tap", masterId }, t);
  }

  #pulse(t: number): void {
    const bpm = this.#clock.pulse(t);
    if (bpm === null || t - this.#told.at < TELL_EVERY_SECONDS || Math.abs(bpm - this.#told.bpm) < LEAST_BPM) return;
    this.#told = { bpm, at: t };
    for (const masterId of this.#masters("clock")) this.#client.play({ type: "bpm", masterId, bpm: Math.round(bpm * 10) / 10 }, t);
  }

  #masters(type: MidiSource["type"]): string[] {
    const known = Object.entries(useMidi.getState().sources).filter(
      ([id, source]) => source.type === type && this.#client.view.get("master", id),
    );
    return known.map(([id]) => id);
  }
}
