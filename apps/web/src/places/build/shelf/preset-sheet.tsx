import { useRef, useState } from "react";
import {
  colorOfHex,
  contentName,
  explain,
  hexOfColor,
  mergePresetInto,
  presetName,
  selectHeads,
  setChange,
  usersOf,
  writePresetIn,
  xyzOf,
  type Preset,
  type User,
} from "@vexa/core";
import { useNavigate } from "react-router";
import { scopeWords } from "../../../presets/preset-picture";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useClient, useShow } from "../../../session/show-context";
import { BelongsTo } from "./belongs-to";
import { Button } from "../../../ui/button";
import { OneOf } from "../../../ui/one-of";
import { Choice, Option } from "../../../ui/choice";
import { Field, TextInput } from "../../../ui/field";
import { newId } from "../../../session/new-id";

/** What a preset holds and who uses it: its name, its colour, merging, and the end of it. */
export function PresetSheet({ preset, onDone }: { preset: Preset; onDone: () => void }): React.JSX.Element {
  const show = useShow();
  const users = usersOf(preset, show);
  return (
    <>
      <PresetNameField preset={preset} />
      <p className="text-xs text-ink-2">
        Holds: {contentName(preset)} <span className="text-ink-3">({scopeWords(preset)})</span>
      </p>
      <WhoHasWhat preset={preset} />
      <PresetColor preset={preset} />
      <BelongsTo preset={preset} />
      <UsedBy users={users} />
      <MergeInto preset={preset} users={users} onDone={onDone} />
      <DeletePreset preset={preset} users={users} onDone={onDone} />
    </>
  );
}

/** Who uses the preset; a cue leads to itself in Score. */
function UsedBy({ users }: { users: readonly User[] }): React.JSX.Element {
  const navigate = useNavigate();
  const { set } = useInterfaceOf("set");
  return (
    <div className="text-xs">
      <p className="text-ink-3">{users.length === 0 ? "Nobody uses it." : "Used by"}</p>
      <ul className="max-h-24 overflow-y-auto text-linked">
        {users.map(({ words, record }) => {
          const go = (): void => {
            if (record.kind !== "cue") return;
            set({ scoreListId: record.listId, chosenCueIds: [record.id] });
            void navigate("/score");
          };
          return (
            <li key={record.id}>
              ∞{" "}
              {record.kind === "cue" ? (
                <button type="button" className="underline hover:text-ink" title="Show it in Score" onClick={go}>
                  {words}
                </button>
              ) : (
                words
              )}
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** Which profiles and heads have values of their own, by name and number; the heads can be selected. */
function WhoHasWhat({ preset }: { preset: Preset }): React.JSX.Element | null {
  const show = useShow();
  const { select } = useInterfaceOf("select");
  const profiles = Object.keys(preset.perProfile).map((id) => show.get("profile", id)?.model ?? "a profile that is gone");
  const heads = Object.keys(preset.perHead);
  const labels = heads.flatMap((key) => show.rig.headByKey.get(key)?.label ?? []);
  if (profiles.length === 0 && heads.length === 0) return null;
  return (
    <div className="grid gap-1 text-xs text-ink-2">
      {profiles.length > 0 && <p>Own values: {profiles.join(", ")}</p>}
      {heads.length > 0 && (
        <>
          <p className="max-h-12 overflow-y-auto">
            Heads with their own: <span className="font-mono">{labels.join(" ")}</span>
          </p>
          <Button size="small" onClick={() => select(selectHeads(heads))}>
            Select these {heads.length}
          </Button>
        </>
      )}
    </div>
  );
}

function PresetNameField({ preset }: { preset: Preset }): React.JSX.Element {
  const client = useClient();
  const [name, setName] = useState(preset.name ?? "");
  const take = (): void => {
    const next = name.trim() || null;
    if (next !== preset.name)
      client.transact(`Named a preset ${next ?? "by what it says"}`, [setChange(preset.id, ["name"], { from: preset.name, to: next })]);
  };
  return (
    <TextInput
      aria-label="Name of the preset"
      maxLength={80}
      placeholder={contentName(preset)}
      value={name}
      onChange={(event) => setName(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === "Enter") take();
      }}
    />
  );
}

/** The preset's own colour: live on every look that uses it, or blind until it is put in. */
function PresetColor({ preset }: { preset: Preset }): React.JSX.Element | null {
  const client = useClient();
  const gesture = useRef("");
  const [how, setHow] = useState<"live" | "blind">("live");
  const [draft, setDraft] = useState<string | null>(null);
  const part = preset.universal.Color;
  const knot = part?.colors?.knots[0];
  if (!part?.colors || !knot || part.colors.knots.length > 1) return null;
  const { colors } = part;
  const put = (hex: string): void => {
    const next = colorOfHex(hex);
    const now = client.view.get("preset", preset.id)?.universal.Color;
    if (next && now)
      client.transact(
        `Colour of ${presetName(preset)}`,
        [setChange(preset.id, ["universal", "Color"], { from: now, to: { ...now, colors: { ...colors, knots: [next] } } })],
        gesture.current || newId(),
      );
  };
  return (
    <div className="flex items-center gap-1.5">
      <input
        type="color"
        aria-label="Colour of the preset"
        className="h-7 w-10 cursor-pointer rounded border border-edge bg-ground p-0.5"
        value={draft ?? hexOfColor(xyzOf(knot), "as-is")}
        onFocus={() => (gesture.current = newId())}
        onChange={(event) => (how === "live" ? put(event.target.value) : setDraft(event.target.value))}
      />
      <OneOf
        label="The colour is changed"
        value={how}
        among={[
          { value: "live", words: "live", title: "Every look that uses it follows while you choose" },
          { value: "blind", words: "blind", title: "Nothing on stage changes until you put it in" },
        ]}
        onValue={setHow}
      />
      {draft !== null && (
        <Button
          size="small"
          onClick={() => {
            put(draft);
            setDraft(null);
          }}
        >
          Put it in
        </Button>
      )}
    </div>
  );
}

/** Everything that uses this preset uses another from now on, and this one goes. Says first who that is. */
function MergeInto({ preset, users, onDone }: { preset: Preset; users: readonly User[]; onDone: () => void }): React.JSX.Element | null {
  const client = useClient();
  const show = useShow();
  const [into, setInto] = useState<Preset | null>(null);
  const others = show.all("preset").filter(({ id, family }) => id !== preset.id && family === preset.family);
  if (users.length === 0 || others.length === 0) return null;
  const merge = (other: Preset): void => {
    const changes = mergePresetInto(client.view, preset, other.id);
    if (client.transact(`Merged ${presetName(preset)} into ${presetName(other)}`, changes)) onDone();
  };
  return (
    <>
      <Field label="Use another one in its place">
        <Choice value={into?.id ?? ""} onValue={(next) => setInto(others.find(({ id }) => id === next) ?? null)}>
          <Option value="">Merge into…</Option>
          {others.map((other) => (
            <Option key={other.id} value={other.id}>
              {presetName(other)}
            </Option>
          ))}
        </Choice>
      </Field>
      {into && (
        <InUse
          words={`${placesOf(users)} will use ${presetName(into)} instead, and ${presetName(preset)} goes.`}
          users={users}
          act="Merge"
          onAct={() => merge(into)}
          onKeep={() => setInto(null)}
        />
      )}
    </>
  );
}

const placesOf = (users: readonly User[]): string => (users.length === 1 ? "1 place" : `${users.length} places`);

/** The question before what is in use is changed at its root: who uses it, what will be done, and the way back. */
function InUse(of: { words: string; users: readonly User[]; act: string; onAct: () => void; onKeep: () => void }): React.JSX.Element {
  return (
    <div role="alertdialog" aria-label={of.words} className="grid gap-1.5 rounded border border-barred/60 p-2 text-xs">
      <p>{of.words}</p>
      <ul className="max-h-24 overflow-y-auto text-linked">
        {of.users.map(({ words, record }) => (
          <li key={record.id}>∞ {words}</li>
        ))}
      </ul>
      <div className="grid grid-cols-2 gap-1">
        <Button once size="small" onClick={of.onKeep}>
          Keep it
        </Button>
        <Button size="small" className="text-barred" onClick={of.onAct}>
          {of.act}
        </Button>
      </div>
    </div>
  );
}

function DeletePreset({ preset, users, onDone }: { preset: Preset; users: readonly User[]; onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const [asked, setAsked] = useState(false);
  const [complaint, setComplaint] = useState<string | null>(null);
  const used = users.length > 0;
  const remove = (): void => {
    const written = used ? writePresetIn(client.view, preset) : { ok: true as const, value: [] };
    if (!written.ok) setComplaint(explain(written.error));
    else if (client.transact(`Deleted the preset ${presetName(preset)}`, [...written.value, { op: "remove", record: preset }])) onDone();
  };
  return (
    <>
      {asked ? (
        <InUse
          words={`${placesOf(users)} will keep what it says as their own, and ${presetName(preset)} goes.`}
          users={users}
          act="Write in and delete"
          onAct={remove}
          onKeep={() => setAsked(false)}
        />
      ) : (
        <Button once size="small" className="text-barred" onClick={used ? () => setAsked(true) : remove}>
          {used ? "Delete it…" : "Delete the preset"}
        </Button>
      )}
      {complaint && (
        <p role="alert" className="text-xs text-barred">
          ▬ {complaint}
        </p>
      )}
    </>
  );
}
