import { controlStanding, hasTravel, type Control, type ControlTouch } from "@vexa/core";
import { midi } from "@vexa/formats";
import type { ShowClient } from "../session/show-client";

/** A fader or button out of a MIDI message: controllers have a travel, notes are pressed. Channels are counted from 1 in names. */
export function midiTouch(message: midi.MidiMessage): ControlTouch | null {
  switch (message.type) {
    case "control":
      return { name: `cc ${message.channel + 1} ${message.control}`, position: message.value / 127 };
    case "note-on":
    case "note-off":
      return { name: `note ${message.channel + 1} ${message.note}`, position: message.type === "note-on" ? 1 : 0 };
    default:
      return null;
  }
}

/** What tells a motor fader or a light where it stands; null for names that aren't ours. */
export function midiAnswer({ name, does }: Pick<Control, "name" | "does">, standing: number): midi.MidiMessage | null {
  const [, type, channelText, numberText] = /^(cc|note) (\d+) (\d+)$/.exec(name) ?? [];
  const [channel, number] = [Number(channelText) - 1, Number(numberText)];
  if (type === undefined || channel > 15 || number > 127) return null;
  const value = Math.round((hasTravel(does) ? standing : Math.ceil(standing)) * 127);
  return type === "cc" ? { type: "control", channel, control: number, value } : { type: "note-on", channel, note: number, velocity: value };
}

/** Keeps motors and lights of all MIDI outputs where the show is. Gives back what ends it. */
export function answerMidi(client: ShowClient, outputs: () => Iterable<Pick<MIDIOutput, "send">>): () => void {
  const told = new Map<string, number>();
  const tell = (): void => {
    for (const control of client.view.all("control")) {
      const standing = control.source === "midi" ? controlStanding(client.view, control) : null;
      const answer = standing === null || told.get(control.name) === standing ? null : midiAnswer(control, standing);
      if (!answer) continue;
      told.set(control.name, standing!);
      for (const output of outputs()) output.send(midi.encode(answer));
    }
  };
  tell();
  return client.subscribe(tell);
}
