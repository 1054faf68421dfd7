import { useState } from "react";
import { extentOf, firstTime, FRAME_RATES, SETTINGS_ID, settingChanges, type FrameRate } from "@vexa/core";
import { type Theme, useInterfaceOf } from "../../selection/interface-store";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { macroOfChord } from "../../shell/macro-keys";
import { chordFor, isFixed, takenBy, useOwnShortcuts } from "../../shell/own-shortcuts";
import { useNextChord } from "../../shell/use-next-chord";
import { SHORTCUTS, type Shortcut } from "../../shell/shortcut-table";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { Field } from "../../ui/field";
import { OneOf } from "../../ui/one-of";
import { SecondsField } from "../../ui/seconds-field";

/** How the show behaves, which is for all; and how this browser does, which is its owner's. */
export function SettingsPage(): React.JSX.Element {
  return (
    <div className="grid max-w-4xl gap-8">
      <OfTheShow />
      <OfTheBrowser />
    </div>
  );
}

function OfTheShow(): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const me = useMe();
  const settings = show.get("settings", SETTINGS_ID);
  const may = extentOf(me, "stage") === "all";
  const time = (field: "releaseSeconds" | "inSeconds", words: string) => (seconds: number | null) =>
    seconds === null ? false : client.transact(`${words} ${seconds} s`, settingChanges(client.view, field, seconds));
  return (
    <section className="grid gap-3" aria-label="Of the show">
      <h2 className="font-semibold">Of the show</h2>
      {!may && <p className="text-[13px] text-ink-3">The lead sets these.</p>}
      <fieldset disabled={!may} className="grid max-w-xl grid-cols-[repeat(auto-fill,minmax(180px,1fr))] items-start gap-3">
        <Field label="Frames a second" hint="Fewer only where lamps or nodes can’t follow.">
          <Choice
            aria-label="Frames a second"
            disabled={!may}
            value={settings?.framesPerSecond ?? FRAME_RATES[0]}
            onValue={(next) =>
              client.transact(`${next} frames a second`, settingChanges(client.view, "framesPerSecond", Number(next) as FrameRate))
            }
          >
            {FRAME_RATES.map((rate) => (
              <Option key={rate} value={rate}>
                {rate}
              </Option>
            ))}
          </Choice>
        </Field>
        <Field label="New cards let go in">
          <SecondsField
            label="New cards let go in"
            seconds={firstTime(show, "releaseSeconds")}
            onSeconds={time("releaseSeconds", "New cards let go in")}
          />
        </Field>
        <Field label="New cues come in">
          <SecondsField label="New cues come in" seconds={firstTime(show, "inSeconds")} onSeconds={time("inSeconds", "New cues come in")} />
        </Field>
      </fieldset>
      <p className="text-[13px] text-ink-3">
        What stays where it was when it is let go stands in Trace, what roles may do in Crew, the name of the show under Shows.
      </p>
    </section>
  );
}

function OfTheBrowser(): React.JSX.Element {
  const { theme, setTheme } = useInterfaceOf("theme", "setTheme");
  const { chords, set } = useOwnShortcuts();
  const [asking, setAsking] = useState<string | null>(null);
  const changed = Object.keys(chords).length;
  return (
    <section className="grid gap-3" aria-label="Of this browser">
      <h2 className="font-semibold">Of this browser</h2>
      <div className="flex items-center gap-3 text-[13px]">
        <span className="text-ink-2">Look</span>
        <OneOf<Theme>
          label="Look"
          value={theme}
          among={[
            { value: "dark", words: "dark" },
            { value: "light", words: "light" },
          ]}
          onValue={setTheme}
        />
      </div>
      <div className="flex items-center gap-3">
        <h3 className="text-[13px] text-ink-2">Keys</h3>
        <Button size="small" disabled={changed === 0} onClick={() => set({})}>
          All as usual
        </Button>
      </div>
      <ul className="grid gap-x-6 gap-y-1 sm:grid-cols-2" aria-label="Keys">
        {SHORTCUTS.map((shortcut) => (
          <KeyRow
            key={shortcut.keys}
            shortcut={shortcut}
            asks={asking === shortcut.keys}
            onAsk={(on) => setAsking(on ? shortcut.keys : null)}
          />
        ))}
      </ul>
    </section>
  );
}

/** A shortcut: pressed once more, its button waits for other keys; Esc keeps the ones in force. */
function KeyRow({ shortcut, asks, onAsk }: { shortcut: Shortcut; asks: boolean; onAsk: (on: boolean) => void }): React.JSX.Element {
  const { chords, set } = useOwnShortcuts();
  const client = useClient();
  const [complaint, setComplaint] = useState<string | null>(null);
  const { keys, does, where } = shortcut;
  const chord = chordFor(shortcut, chords);
  useNextChord(asks, (pressed) => {
    onAsk(false);
    if (pressed === null) return;
    const macroId = macroOfChord(client.view, pressed);
    const other = takenBy(pressed, shortcut, chords)?.does ?? (macroId && `the macro ${client.view.get("macro", macroId)!.name}`);
    if (other) return setComplaint(`${pressed} is taken: ${other}. ${chord} was kept.`);
    setComplaint(null);
    const { [keys]: _, ...rest } = chords;
    set(pressed === keys ? rest : { ...rest, [keys]: pressed });
  });
  return (
    <li className="grid grid-cols-[8.5rem_1fr] items-center gap-2 text-[13px]">
      {isFixed(shortcut) ? (
        <span className="px-2 font-mono text-ink-3" title="Several keys that go together">
          {keys}
        </span>
      ) : (
        <Button
          size="small"
          tone="chip"
          className="justify-start font-mono"
          aria-pressed={asks}
          aria-label={`Keys for: ${does}, now ${chord}`}
          onClick={() => {
            setComplaint(null);
            onAsk(!asks);
          }}
        >
          {asks ? "press keys…" : chord}
        </Button>
      )}
      <span className="text-ink-2">
        {does}
        {where ? <span className="text-ink-3"> (in {where === "build" ? "Build" : "Perform"})</span> : ""}
        {complaint && (
          <span role="alert" className="block text-barred">
            ▬ {complaint}
          </span>
        )}
      </span>
    </li>
  );
}
