import { useEffect, useRef, useState } from "react";
import {
  addressText,
  attributeInfo,
  encodeSlots,
  functionsOf,
  isService,
  mayDo,
  mostOf,
  normalized,
  patchOf,
  readAddress,
  scaleOf,
  valueWords,
  type Channel,
  type ChannelFunction,
  type Mode,
  type Patch,
  type Profile,
} from "@vexa/core";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { DraftField } from "../../ui/draft-field";
import { Slider } from "../../ui/slider";
import { HoldButton } from "./hold-button";
import { RangeBar } from "./range-bar";

/** How long a raw test lasts when nobody touches it any more, and how long what serves a lamp is sent. */
const TEST_SECONDS = 120;
const SERVICE_SECONDS = 5;
/** Cells of long strips are all alike. */
const MOST_SHOWN = 60;

/** Moves the channels of one lamp raw, over all that plays: one sees which range each is in. Letting go gives all back. */
export function Tester({ profile, mode, changes }: { profile: Profile; mode: Mode; changes: boolean }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const me = useMe();
  const lamps = show.all("fixture").filter((fixture) => fixture.profileId === profile.id && fixture.modeId === mode.id && fixture.patch);
  const [lampId, setLampId] = useState(lamps[0]?.id ?? "");
  const [free, setFree] = useState<Patch>({ universe: show.rig.universes[0] ?? 1, address: 1 });
  const [held, setHeld] = useState<ReadonlyMap<number, number>>(new Map());
  const lamp = lamps.find(({ id }) => id === lampId);
  const placeOf = (channel: Channel): Patch | null => (lamp ? patchOf(lamp, channel.break) : (channel.break ?? 1) === 1 ? free : null);
  const refusal = mayDo(show, me, { type: "test", universe: 1, slots: {}, seconds: 1 });
  const release = (): void => {
    setHeld(new Map());
    void client.play({ type: "test", universe: free.universe, slots: {}, seconds: 1 });
  };
  const end = useRef(release);
  end.current = release;
  useEffect(() => () => end.current(), []);
  // One test holds one universe: that of the channel that was moved last.
  const send = (next: ReadonlyMap<number, number>, moved: Channel, seconds: number): void => {
    const universe = placeOf(moved)?.universe;
    if (universe === undefined) return;
    const slots: Record<string, number> = {};
    for (const [at, value] of next) {
      const channel = mode.channels[at]!;
      const place = placeOf(channel);
      if (place?.universe !== universe) continue;
      encodeSlots(value / mostOf(channel), channel.slots.length * 8).forEach(
        (octet, index) => (slots[String(place.address + channel.slots[index]! - 1)] = octet),
      );
    }
    void client.play({ type: "test", universe, slots, seconds });
  };
  const move = (at: number, dmx: number): void => {
    const next = new Map([...held, [at, dmx]]);
    setHeld(next);
    send(next, mode.channels[at]!, TEST_SECONDS);
  };
  const serve = (at: number, of: ChannelFunction): void => {
    const channel = mode.channels[at]!;
    const [from, to] = of.range ?? [0, mostOf(channel)];
    send(new Map([[at, Math.floor((from + to) / 2)]]), channel, SERVICE_SECONDS);
  };
  if (refusal || !changes) return <p className="mb-3 text-[13px] text-ink-2">Raw tests are for technicians and the lead.</p>;
  return (
    <section className="mb-4 grid gap-2 rounded border border-sketch bg-bench p-3" aria-label="Try it">
      <header className="flex flex-wrap items-center gap-2 text-[13px]">
        <span>Raw on</span>
        <Choice aria-label="Lamp to try" className="w-64" value={lampId} onValue={setLampId}>
          {lamps.slice(0, 200).map(({ id, number, name, patch }) => (
            <Option key={id} value={id}>
              {number} {name}, {addressText(patch)}
            </Option>
          ))}
          <Option value="">any address</Option>
        </Choice>
        {!lamp && (
          <DraftField
            label="Address to try"
            className="w-28"
            text={addressText(free)}
            onTake={(text) => {
              const patch = readAddress(text);
              if (!patch) return "It must be universe.address, such as 3.101.";
              if (!show.rig.universes.includes(patch.universe))
                return `Nothing is patched in universe ${patch.universe}, so nothing leaves for it.`;
              release();
              setFree(patch);
              return true;
            }}
          />
        )}
        <span className="flex-1" />
        <Button onClick={release} disabled={held.size === 0}>
          Let go of all
        </Button>
      </header>
      <p className="text-xs text-ink-3">
        Over all that plays, masters and blackout too; it ends by itself after two minutes. What serves the lamp (○) is sent by holding it
        for a second.
      </p>
      <ul className="grid gap-1.5">
        {mode.channels
          .slice(0, MOST_SHOWN)
          .map((channel, at) =>
            channel.slots.length === 0 ? null : (
              <ChannelTest
                key={at}
                channel={channel}
                head={mode.heads.length > 1 ? `${mode.heads[channel.head] ?? ""} ` : ""}
                dmx={held.get(at) ?? null}
                onMove={(dmx) => move(at, dmx)}
                onServe={(of) => serve(at, of)}
              />
            ),
          )}
      </ul>
    </section>
  );
}

function ChannelTest(of: {
  channel: Channel;
  head: string;
  dmx: number | null;
  onMove: (dmx: number) => void;
  onServe: (of: ChannelFunction) => void;
}): React.JSX.Element {
  const { channel, head, dmx, onMove, onServe } = of;
  const most = mostOf(channel);
  const value = dmx ?? Math.round(normalized(channel, channel.home) * most);
  const label = `${head}${attributeInfo(channel.attribute).label}`;
  const services = functionsOf(channel).filter(
    ({ attribute, name }) => isService(attribute) && attribute !== "NoFeature" && name !== "No function",
  );
  const light = functionsOf(channel).some(({ attribute }) => !isService(attribute));
  return (
    <li className="grid grid-cols-[10rem_minmax(0,1fr)_4.5rem_12rem] items-center gap-2 text-[13px]">
      <span className="truncate" title={label}>
        {label}
      </span>
      <div className="grid gap-0.5">
        {light && (
          <Slider
            label={`${label} raw`}
            value={value}
            max={most}
            step={1}
            tone={dmx === null ? "live" : "sketch"}
            onValue={(next) => onMove(Math.round(next))}
          />
        )}
        <RangeBar channel={channel} at={value / most} />
      </div>
      <DraftField
        label={`${label} as DMX`}
        className="h-7"
        text={String(value)}
        onTake={(text) => {
          const next = Number(text);
          if (!light || !Number.isInteger(next) || next < 0 || next > most) return `It must be from 0 to ${most}.`;
          onMove(next);
          return true;
        }}
      />
      <span className="flex flex-wrap gap-1 text-xs text-ink-2" aria-label={`${label} stands`}>
        {light && (scaleOf(channel).segments.length > 0 ? valueWords(channel, value / most) : "")}
        {services.map((each) => (
          <HoldButton
            key={`${each.attribute} ${each.name ?? ""}`}
            words={each.name ?? attributeInfo(each.attribute).label}
            onHeld={() => onServe(each)}
          />
        ))}
      </span>
    </li>
  );
}
