import { X } from "lucide-react";
import { useState } from "react";
import {
  attributeInfo,
  attributeSuggestions,
  channelTexts,
  explain,
  fitted,
  functionsOf,
  KINDS,
  profileChanges,
  profileFlaws,
  typedChannel,
  withChannel,
  withoutChannel,
  type Channel,
  type ChannelTexts,
  type Mode,
  type Profile,
} from "@vexa/core";
import { useClient } from "../../session/show-context";
import { Button } from "../../ui/button";
import { DraftField } from "../../ui/draft-field";
import { Field, TextInput } from "../../ui/field";
import { OneOf } from "../../ui/one-of";
import { RangeBar } from "./range-bar";
import { useRigPage } from "./rig-state";

/** A profile as a table to be typed over: channels top to bottom as in its manual, checked while one types. Nothing follows before it is kept. */
export function ProfileEditor({ profile, follows, onDone }: { profile: Profile; follows: string; onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const { mode: chosen, set } = useRigPage();
  const [draft, setDraft] = useState(profile);
  const index = Math.min(chosen, draft.modes.length - 1);
  const mode = draft.modes[index]!;
  const flaws = profileFlaws(draft);
  const unfit = KINDS.profile.schema(draft, []);
  const setMode = (next: Mode): void => setDraft({ ...draft, modes: draft.modes.map((each, at) => (at === index ? next : each)) });
  const changes = profileChanges(client.view, draft);
  const keep = (): void => {
    if (client.transact(`Changed the profile ${draft.model}`, changes)) onDone();
  };
  return (
    <section className="min-h-0 flex-1 overflow-y-auto p-4" aria-label={`Editing ${profile.model}`}>
      <header className="mb-3 grid gap-2">
        <div className="flex flex-wrap items-end gap-2">
          <Field label="Maker">
            <TextInput
              aria-label="Maker"
              className="w-48"
              maxLength={80}
              value={draft.maker}
              onChange={(event) => setDraft({ ...draft, maker: event.target.value })}
            />
          </Field>
          <Field label="Lamp">
            <TextInput
              aria-label="Lamp"
              className="w-56"
              maxLength={80}
              value={draft.model}
              onChange={(event) => setDraft({ ...draft, model: event.target.value })}
            />
          </Field>
          <Field label="Beam in degrees">
            <DraftField
              label="Beam in degrees"
              className="w-24"
              text={String(draft.beamDegrees)}
              onTake={(text) => {
                const degrees = Number(text.replace(",", "."));
                if (!(degrees >= 0 && degrees <= 180)) return "It must be from 0 to 180; 0 draws no beam.";
                setDraft({ ...draft, beamDegrees: degrees });
                return true;
              }}
            />
          </Field>
          <span className="flex-1" />
          <Button onClick={onDone}>Leave as it was</Button>
          <Button tone="sketch" once disabled={flaws.length > 0 || unfit !== null || changes.length === 0} onClick={keep}>
            Keep
          </Button>
        </div>
        <p className="text-[13px] text-ink-2">{follows}</p>
        <p className="text-[13px]" role="status">
          {unfit ? (
            <span className="text-barred">
              ▬ {unfit.path.join(" ")}: {unfit.why}
            </span>
          ) : flaws.length > 0 ? (
            <span className="text-barred">
              ▬ {flaws[0]!.channel === null ? "" : `Channel ${flaws[0]!.channel + 1}: `}
              {flaws[0]!.why}
              {flaws.length > 1 ? `, and ${flaws.length - 1} more` : ""}
            </span>
          ) : (
            <span className="text-live">● All of it fits together.</span>
          )}
        </p>
      </header>
      {draft.modes.length > 1 && (
        <OneOf
          label="Modes"
          className="mb-2 flex-wrap"
          value={String(index)}
          among={draft.modes.map(({ name }, at) => ({ value: String(at), words: name }))}
          onValue={(next) => set({ mode: Number(next) })}
        />
      )}
      <datalist id="attributes">
        {attributeSuggestions().map(({ name, label }) => (
          <option key={name} value={label}>
            {name}
          </option>
        ))}
      </datalist>
      <div className="grid grid-cols-[5rem_11rem_8rem_minmax(0,1fr)_5rem_2rem] gap-x-2 gap-y-1 text-xs text-ink-3" aria-hidden>
        <span>Slots</span>
        <span>What it does</span>
        <span>From and to</span>
        <span>Ranges, apart by semicolons</span>
        <span>Home</span>
      </div>
      <ol className="grid gap-1" aria-label="Channels">
        {mode.channels.map((channel, at) => (
          <Row
            key={at}
            at={at}
            channel={channel}
            flaw={flaws.find((flaw) => flaw.mode === index && flaw.channel === at)?.why ?? null}
            onChannel={(next) =>
              setMode(
                fitted(
                  mode,
                  mode.channels.map((each, other) => (other === at ? next : each)),
                ),
              )
            }
            onRemove={() => setMode(withoutChannel(mode, at))}
          />
        ))}
      </ol>
      <div className="mt-2 flex gap-2">
        <Button onClick={() => setMode(withChannel(mode))}>Add a channel</Button>
        <Button
          onClick={() => {
            const next: Mode = { ...mode, id: freeModeId(draft), name: `${mode.name}, copy`.slice(0, 80) };
            setDraft({ ...draft, modes: [...draft.modes, next] });
            set({ mode: draft.modes.length });
          }}
        >
          Copy this mode
        </Button>
        <TextInput
          aria-label="Name of the mode"
          className="w-56"
          maxLength={80}
          value={mode.name}
          onChange={(event) => setMode({ ...mode, name: event.target.value })}
        />
        {draft.modes.length > 1 && (
          <Button className="text-barred" onClick={() => setDraft({ ...draft, modes: draft.modes.filter((_, other) => other !== index) })}>
            Take this mode out
          </Button>
        )}
      </div>
      <p className="mt-3 max-w-3xl text-xs text-ink-3">
        Ranges as the manual has them: “0-9 closed; 10-19 open; 20-199 strobe rate 1..25”. Words that name an attribute make a function of
        it; on a wheel all others name its slots. What a channel needs of another one, and masters over cells, stay as they are.
      </p>
    </section>
  );
}

function waitingWords(channel: Channel): string {
  return functionsOf(channel)
    .map(
      ({ attribute, name, needs }) =>
        `${name ?? attributeInfo(attribute).label} while channel ${(needs?.channel ?? 0) + 1} is at ${needs?.range.join("-") ?? ""}`,
    )
    .join("; ");
}

function freeModeId({ modes }: Profile): string {
  for (let number = modes.length + 1; ; number++) if (!modes.some(({ id }) => id === `mode-${number}`)) return `mode-${number}`;
}

function Row(of: {
  at: number;
  channel: Channel;
  flaw: string | null;
  onChannel: (channel: Channel) => void;
  onRemove: () => void;
}): React.JSX.Element {
  const { at, channel, flaw, onChannel, onRemove } = of;
  const texts = channelTexts(channel);
  // What waits for another channel lies over each other here: words can't tell that.
  const waits = functionsOf(channel).some(({ needs }) => needs !== undefined);
  const [refused, setRefused] = useState<{ field: keyof ChannelTexts; why: string } | null>(null);
  const field = (name: keyof ChannelTexts, label: string, placeholder: string): React.JSX.Element => (
    <input
      key={texts[name]}
      aria-label={`${label} of channel ${at + 1}`}
      aria-invalid={refused?.field === name}
      list={name === "attribute" ? "attributes" : undefined}
      className="h-8 w-full rounded border border-edge bg-ground px-2 font-mono text-[13px] text-ink placeholder:text-ink-3 aria-invalid:border-barred"
      defaultValue={name === "ranges" && waits ? waitingWords(channel) : texts[name]}
      placeholder={placeholder}
      disabled={name === "ranges" && waits}
      autoComplete="off"
      spellCheck={false}
      onBlur={(event) => {
        const text = event.target.value.trim();
        if (text === texts[name]) return setRefused(null);
        const typed = typedChannel(channel, name, text);
        setRefused(typed.ok ? null : { field: name, why: explain(typed.error) });
        if (typed.ok) onChannel(typed.value);
      }}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "Escape") {
          event.currentTarget.value = texts[name];
          event.currentTarget.blur();
        }
      }}
    />
  );
  return (
    <li className="grid grid-cols-[5rem_11rem_8rem_minmax(0,1fr)_5rem_2rem] items-start gap-x-2 gap-y-0.5">
      {field("slots", "Slots", "virtual")}
      {field("attribute", "What it does", "Dimmer")}
      {field("physical", "From and to", "0..100")}
      <div className="grid gap-0.5">
        {field("ranges", "Ranges", "does this all over")}
        {texts.ranges !== "" && <RangeBar channel={channel} />}
      </div>
      {field("home", "Home", "0")}
      <Button size="small" tone="quiet" className="h-8" aria-label={`Take channel ${at + 1} out`} onClick={onRemove}>
        <X size={14} aria-hidden />
      </Button>
      {(refused ?? flaw) && (
        <p role="alert" className="col-span-6 text-xs text-barred">
          ▬ {refused?.why ?? flaw}
        </p>
      )}
    </li>
  );
}
