import { Settings2 } from "lucide-react";
import {
  applies,
  CARD_BUTTONS,
  cueName,
  FADER_ROLES,
  flashTimes,
  MOST_BUTTONS,
  roleChanges,
  roleOf,
  setChange,
  USUAL_BUTTONS,
  type CardButton,
  type FaderRole,
  type FlashTimes,
  type Playback,
} from "@vexa/core";
import { useClient, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { SomeOf } from "../../ui/one-of";
import { Choice, Option } from "../../ui/choice";
import { Field } from "../../ui/field";
import { PopSheet } from "../../ui/pop-sheet";
import { Tick } from "../../ui/tick";
import { Says } from "../../wings/says";
import { WingControls } from "../../wings/wing-controls";
import { SecondsField } from "../../ui/seconds-field";
import { DraftField } from "../../ui/draft-field";
import { buttonWords } from "./card-buttons";
import { CardLooks } from "./card-looks";
import { ROLE_WORDS } from "./fader-words";
import { PriorityField } from "./priority-field";

/** How a card plays: its fader's job, priority, colours, flash, times and buttons. */
export function CardOptions({ playback, name }: { playback: Playback; name: string }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const set = <F extends keyof Playback>(field: F, to: Playback[F] | undefined): boolean =>
    client.transact(`Options of ${name}`, [setChange(playback.id, [field], { from: playback[field], to })]);
  const role = roleOf(playback);
  return (
    <PopSheet
      label={`Options of ${name}`}
      className="w-80"
      trigger={
        <Button size="small" className="px-1.5" aria-label={`Options of ${name}`} title="Options">
          <Settings2 size={14} aria-hidden />
        </Button>
      }
    >
      <h3 className="font-semibold">{name}</h3>
      <CardLooks playback={playback} listName={show.get("cueList", playback.listId)?.name ?? ""} set={set} />
      <Field label="The fader does">
        <Choice
          value={role}
          onValue={(next) => {
            const to = next as FaderRole;
            client.transact(`The fader of ${name} does: ${ROLE_WORDS[to]}`, roleChanges(playback, to));
          }}
        >
          {FADER_ROLES.map((entry) => (
            <Option key={entry} value={entry}>
              {ROLE_WORDS[entry]}
            </Option>
          ))}
        </Choice>
      </Field>
      {applies("bottom", playback) && (
        <Tick
          label="at the bottom it lets go"
          on={playback.bottom === "lets-go"}
          onTick={(on) => set("bottom", on ? "lets-go" : undefined)}
        />
      )}
      {role === "tempo" && playback.masterId === undefined && (
        <p className="text-xs text-parked">■ Choose a speed master below: its tempo is what the fader moves.</p>
      )}
      <div className="grid grid-cols-2 gap-2">
        <PriorityField priority={playback.priority} onPriority={(to) => set("priority", to)} />
        <Field label="Its colours">
          <Choice value={playback.colors ?? "replace"} onValue={(next) => set("colors", next === "add" ? "add" : undefined)}>
            <Option value="replace">replace</Option>
            <Option value="add">add up</Option>
          </Choice>
        </Field>
        <Field label="Lets go in, seconds">
          <SecondsField label="Lets go in" seconds={playback.releaseSeconds} onSeconds={(to) => set("releaseSeconds", to ?? 0)} />
        </Field>
        <Field label="Motions without a master">
          <Choice value={playback.masterId ?? ""} onValue={(next) => set("masterId", next || undefined)}>
            <Option value="">run by themselves</Option>
            {show.all("master").map(({ id, name: master }) => (
              <Option key={id} value={id}>
                follow {master}
              </Option>
            ))}
          </Choice>
        </Field>
      </div>
      <div className="grid gap-1">
        {applies("startsOnRaise", playback) && (
          <Tick label="starts when the fader leaves zero" on={playback.startsOnRaise} onTick={(on) => set("startsOnRaise", on)} />
        )}
        {applies("letsGoAtZero", playback) && (
          <Tick label="lets go at zero" on={playback.letsGoAtZero} onTick={(on) => set("letsGoAtZero", on)} />
        )}
        <Tick
          label="gives way: lets go when others cover it wholly"
          on={playback.givesWay === true}
          onTick={(on) => set("givesWay", on ? true : undefined)}
        />
        {applies("quickGo", playback) && (
          <Tick label="two Go at once count twice" on={playback.quickGo === true} onTick={(on) => set("quickGo", on ? true : undefined)} />
        )}
      </div>
      <Buttons playback={playback} onButtons={(buttons) => set("buttons", buttons)} />
      {applies("flash", playback) && <Flash times={flashTimes(playback)} onTimes={(times) => set("flash", times)} />}
      {applies("goToCueId", playback) && (
        <Field label="The button goes to">
          <Choice value={playback.goToCueId ?? ""} onValue={(next) => set("goToCueId", next || undefined)}>
            <Option value="">choose a cue</Option>
            {show.cuesOf(playback.listId).map((cue) => (
              <Option key={cue.id} value={cue.id}>
                {cue.number} {cueName(cue, show)}
              </Option>
            ))}
          </Choice>
        </Field>
      )}
      <Says title="Tells other machines when it begins" says={playback.says ?? []} onSays={(_, says) => set("says", says)} />
      <Says title="Tells them when it is let go" says={playback.saysAfter ?? []} onSays={(_, says) => set("saysAfter", says)} />
      <WingControls jobs={["fader", ...(playback.buttons ?? USUAL_BUTTONS)]} targetId={playback.id} />
    </PopSheet>
  );
}

function Flash({ times, onTimes }: { times: FlashTimes; onTimes: (times: FlashTimes) => boolean }): React.JSX.Element {
  return (
    <div className="grid grid-cols-3 gap-2">
      <Field label="Flash to, %">
        <DraftField
          label="Flash to"
          text={String(Math.round(times.level * 100))}
          onTake={(text) => {
            const percent = Number(text.replace(",", "."));
            if (text !== "" && percent >= 0 && percent <= 100) return onTimes({ ...times, level: percent / 100 });
            return `“${text}” is no level: write 0 to 100. What was there was kept.`;
          }}
        />
      </Field>
      <Field label="in, seconds">
        <SecondsField label="Flash in" seconds={times.inSeconds} onSeconds={(to) => onTimes({ ...times, inSeconds: to ?? 0 })} />
      </Field>
      <Field label="out, seconds">
        <SecondsField label="Flash out" seconds={times.outSeconds} onSeconds={(to) => onTimes({ ...times, outSeconds: to ?? 0 })} />
      </Field>
    </div>
  );
}

const CHOICE_WORDS: Readonly<Partial<Record<CardButton, string>>> = { toggle: "On / off", "go-to": "Go to a cue", pause: "Pause" };

function Buttons({ playback, onButtons }: { playback: Playback; onButtons: (to: readonly CardButton[]) => boolean }): React.JSX.Element {
  const chosen = playback.buttons ?? USUAL_BUTTONS;
  return (
    <fieldset className="grid gap-1">
      <legend className="mb-1 text-xs text-ink-2">Buttons, up to {MOST_BUTTONS}</legend>
      <SomeOf
        label="Buttons of the card"
        values={chosen}
        among={CARD_BUTTONS.map((value) => ({
          value,
          words: CHOICE_WORDS[value] ?? buttonWords(value, { playback, state: null, cues: [] }),
          disabled: !chosen.includes(value) && chosen.length >= MOST_BUTTONS,
        }))}
        onTurned={(button) => onButtons(chosen.includes(button) ? chosen.filter((other) => other !== button) : [...chosen, button])}
      />
      {roleOf(playback) === "nothing" && chosen.length === 1 && (
        <p className="text-xs text-ink-3">With one button and no fader the whole card is the button.</p>
      )}
    </fieldset>
  );
}
