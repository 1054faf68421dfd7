import { useState } from "react";
import { refuse } from "../../ui/messages";
import {
  attributeInfo,
  FAMILIES,
  mayChange,
  setChange,
  MAX_BPM,
  MIN_BPM,
  type Family,
  type SpeedMaster,
  type TempoState,
} from "@vexa/core";
import { useClient, useMe, usePlayedShow } from "../../session/show-context";
import { listenToMidi, setMidiSource, useMidi } from "../../tempo/midi-input";
import { tempoOfSound } from "../../tempo/sound-tempo";
import { Button } from "../../ui/button";
import { SomeOf } from "../../ui/one-of";
import { DraftField } from "../../ui/draft-field";
import { Slider } from "../../ui/slider";
import { useHandLevel } from "../../ui/use-hand-level";
import { PopSheet } from "../../ui/pop-sheet";
import { useDriven } from "./use-driven";

/** Everything about one speed master: faster and slower, released or taken, whom it is for, what it drives and what it hears. */
export function MasterSheet({
  master,
  tempo,
  trigger,
}: {
  master: SpeedMaster;
  tempo: TempoState;
  trigger: React.ReactNode;
}): React.JSX.Element {
  const client = useClient();
  const show = usePlayedShow();
  const masterId = master.id;
  const released = useHandLevel(show.masterState(masterId)?.released !== undefined, (on) =>
    client.play({ type: on ? "release" : "take", masterId }),
  );
  const scale = useHandLevel(tempo.scale, (factor) => client.play({ type: "scale", masterId, factor }));
  const bpm = useHandLevel(tempo.bpm, (to) => client.play({ type: "bpm", masterId, bpm: to }));
  return (
    <PopSheet label={`Speed master ${master.name}`} trigger={trigger}>
      <Naming master={master} />
      <div className="grid grid-cols-4 gap-1">
        <Button size="small" title="Half the speed; the beat stays where it is" onClick={() => scale.set(scale.value / 2)}>
          halve
        </Button>
        <Button size="small" title="Twice the speed" disabled={scale.value > 32} onClick={() => scale.set(scale.value * 2)}>
          double
        </Button>
        <Button size="small" onClick={() => bpm.set(Math.max(MIN_BPM, bpm.value - 1))}>
          slower
        </Button>
        <Button size="small" onClick={() => bpm.set(Math.min(MAX_BPM, bpm.value + 1))}>
          faster
        </Button>
      </div>
      <div className="grid grid-cols-[auto_1fr_auto] items-center gap-2 text-xs text-ink-2">
        Scale
        <Slider label={`Scale of ${master.name}`} max={2} step={0.01} value={scale.value} onValue={scale.set} />
        <span className="w-12 text-right font-mono">{Math.round(scale.value * 100)} %</span>
      </div>
      <div className="grid grid-cols-2 gap-1">
        <Button
          size="small"
          aria-pressed={released.value}
          title={released.value ? "What it drives follows it again, softly" : "What it drives runs at its own speed, from where it is"}
          onClick={() => released.set(!released.value)}
        >
          {released.value ? "Take back" : "Release"}
        </Button>
        <Button
          size="small"
          title="Positions jump to the beat, too"
          onClick={() => client.play({ type: "resync", masterId, how: "at once" })}
        >
          Re-sync at once
        </Button>
      </div>
      <ForFamilies master={master} />
      <Hears master={master} />
      <Drives master={master} />
    </PopSheet>
  );
}

function Naming({ master }: { master: SpeedMaster }): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  if (mayChange(client.view, me, { op: "remove", record: master })) return <h3 className="font-semibold">{master.name}</h3>;
  return (
    <div className="grid grid-cols-[1fr_auto] gap-1">
      <DraftField
        label="Name of the speed master"
        className="h-7 font-sans"
        text={master.name}
        onTake={(name) =>
          client.transact(`Named a speed master ${name}`, [setChange(master.id, ["name"], { from: master.name, to: name })])
        }
      />
      <Button
        once
        size="small"
        className="h-7 text-barred"
        title="Only what drives nothing can be deleted"
        onClick={() => client.transact(`Deleted the speed master ${master.name}`, [{ op: "remove", record: master }])}
      >
        Delete
      </Button>
    </div>
  );
}

function ForFamilies({ master }: { master: SpeedMaster }): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const now = master.families ?? FAMILIES;
  const toggle = (family: Family): void => {
    const next = FAMILIES.filter((entry) => (entry === family) !== now.includes(entry));
    const to = next.length === 0 || next.length === FAMILIES.length ? undefined : next;
    client.transact(`${master.name} is for ${next.join(", ") || "all"}`, [
      setChange(master.id, ["families"], { from: master.families, to }),
    ]);
  };
  return (
    <SomeOf
      label="Families that it drives"
      className="items-center text-xs text-ink-2"
      chip="px-1.5"
      disabled={mayChange(client.view, me, { op: "remove", record: master }) !== null}
      values={now}
      among={FAMILIES}
      onTurned={toggle}
    >
      Drives
    </SomeOf>
  );
}

/** A MIDI note or clock of this browser's devices, and the tempo of a sound as a suggestion. */
function Hears({ master }: { master: SpeedMaster }): React.JSX.Element {
  const client = useClient();
  const { state, sources, learning } = useMidi();
  const source = sources[master.id];
  const words = source
    ? source.type === "clock"
      ? "MIDI clock"
      : `note ${source.note}, channel ${source.channel + 1}`
    : "nothing by MIDI";
  const learn = async (): Promise<void> => {
    await listenToMidi(client);
    if (useMidi.getState().state === "listening") useMidi.getState().set({ learning: master.id });
  };
  const follow = async (): Promise<void> => {
    await listenToMidi(client);
    if (useMidi.getState().state === "listening") setMidiSource(master.id, { type: "clock" });
  };
  return (
    <div className="grid gap-1 text-xs text-ink-2">
      <p>
        Hears {words}
        {source && state !== "listening" && (
          <Button tone="quiet" size="small" onClick={() => void listenToMidi(client)}>
            listen
          </Button>
        )}
        {source && (
          <Button tone="quiet" size="small" onClick={() => setMidiSource(master.id, null)}>
            forget
          </Button>
        )}
      </p>
      <div className="grid grid-cols-2 gap-1">
        <Button size="small" onClick={() => void learn()}>
          {learning === master.id ? "Play a note…" : "Tap by a note"}
        </Button>
        <Button size="small" onClick={() => void follow()}>
          MIDI clock
        </Button>
      </div>
      {state === "refused" && (
        <p className="text-barred">▬ The browser keeps its MIDI devices to itself. Allow them for this page and press again.</p>
      )}
      {state === "unsupported" && <p className="text-barred">▬ This browser has no MIDI. Tap by hand, or send OSC.</p>}
      <SoundTempo master={master} />
    </div>
  );
}

function SoundTempo({ master }: { master: SpeedMaster }): React.JSX.Element {
  const client = useClient();
  const [found, setFound] = useState<{ name: string; bpm: number | null } | "looking" | null>(null);
  const look = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setFound("looking");
    try {
      setFound({ name: file.name, bpm: await tempoOfSound(file) });
    } catch (error) {
      setFound(null);
      refuse(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <>
      <label className="grid gap-1">
        Tempo of a sound
        <input
          type="file"
          accept="audio/*"
          aria-label={`Tempo of a sound for ${master.name}`}
          className="text-xs text-ink-3 file:mr-2 file:rounded file:border file:border-edge file:bg-raised file:px-2 file:py-0.5 file:text-ink"
          onChange={(event) => void look(event.target.files?.[0])}
        />
      </label>
      {found === "looking" && <progress aria-label="Looking for beats" className="w-full" />}
      {found !== null && found !== "looking" && (
        <p role="status" className="flex items-center gap-2">
          {found.bpm === null ? (
            `No steady beat was found in ${found.name}.`
          ) : (
            <>
              <span className="min-w-0 flex-1 truncate">
                {found.name}: <span className="font-mono text-ink">{found.bpm}</span> BPM
              </span>
              <Button size="small" onClick={() => client.play({ type: "bpm", masterId: master.id, bpm: found.bpm! })}>
                Use it
              </Button>
            </>
          )}
        </p>
      )}
    </>
  );
}

function Drives({ master }: { master: SpeedMaster }): React.JSX.Element {
  const driven = useDriven(master.id);
  if (driven.length === 0)
    return <p className="text-xs text-ink-3">Drives nothing yet: choose it in a motion, or on a card under Arrange.</p>;
  return (
    <ul className="max-h-28 overflow-y-auto text-xs text-linked" aria-label="What it drives" tabIndex={0}>
      {driven.map(({ where, attribute }, index) => (
        <li key={index}>
          ∞ {attributeInfo(attribute).label} in {where}
        </li>
      ))}
    </ul>
  );
}
