import { useState } from "react";
import { useNavigate } from "react-router";
import { cueName, extentOf, selectHeads, setChange, type Note, type Show } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useSelected } from "../../selection/use-selection";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { placeName } from "../../shell/place-name";
import { Button } from "../../ui/button";
import { Option } from "../../ui/choice";
import { ControlledChoice } from "../../ui/controlled-choice";
import { Field, TextInput } from "../../ui/field";
import { dayAndTime } from "../../ui/moments";
import { newId } from "../../session/new-id";
import { sendPhoto, ServerError } from "../../session/api";
import { useRecordForm } from "../../session/record-form";
import { NotePhoto, PhotoField } from "./note-photo";

const PLACES = ["build", "score", "perform", "trace"];

/** Notes for people, pinned to a head, a cue or a place; those for oneself come first. `onHead`: instead of going to Build with it. */
export function Notes({ onHead }: { onHead?: () => void }): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const me = useMe();
  const notes = show
    .all("note")
    .filter(({ toPersonId, fromPersonId }) => toPersonId === null || toPersonId === me.id || fromPersonId === me.id || me.role === "lead")
    .toReversed();
  return (
    <section className="grid gap-2" aria-label="Notes">
      <h2 className="font-semibold">Notes</h2>
      {notes.length === 0 && <p className="text-[13px] text-ink-3">No notes for you.</p>}
      {notes.map((note) => (
        <NoteCard
          key={note.id}
          note={note}
          show={show}
          {...(onHead ? { onHead } : {})}
          onDone={() => client.transact("Ticked off a note", [setChange(note.id, ["done"], note.done ? { from: true } : { to: true })])}
        />
      ))}
      {extentOf(me, "note") !== "no" && <WriteNote />}
    </section>
  );
}

function NoteCard(of: { note: Note; show: Show; onDone: () => void; onHead?: () => void }): React.JSX.Element {
  const { note, show, onDone, onHead } = of;
  const navigate = useNavigate();
  const { select, set } = useInterfaceOf("select", "set");
  const who = (id: string | null): string => (id === null ? "everybody" : (show.get("person", id)?.name ?? "somebody"));
  const go = (): void => {
    const { type, id } = note.pin;
    if (type === "head") {
      select(selectHeads([id]));
      if (onHead) onHead();
      else void navigate("/build");
    } else if (type === "cue") {
      set({ scoreListId: show.get("cue", id)?.listId ?? null, chosenCueIds: [id] });
      void navigate("/score");
    } else void navigate(`/${id}`);
  };
  return (
    <article className="grid gap-1 rounded border border-edge p-2 text-[13px]" aria-label={`Note from ${who(note.fromPersonId)}`}>
      <p className={note.done ? "text-ink-3 line-through" : ""}>{note.text}</p>
      {note.photoId && <NotePhoto id={note.photoId} />}
      <p className="text-xs text-ink-3">
        {who(note.fromPersonId)} to {who(note.toPersonId)}, {dayAndTime(note.at)}
      </p>
      <div className="flex gap-1.5">
        <Button size="small" onClick={go}>
          {pinWords(show, note.pin)}
        </Button>
        <Button size="small" tone="quiet" onClick={onDone}>
          {note.done ? "Not done yet" : "Done"}
        </Button>
      </div>
    </article>
  );
}

function pinWords(show: Show, { type, id }: Note["pin"]): string {
  if (type === "head") return `Head ${show.rig.headByKey.get(id)?.label ?? "that is gone"}`;
  const cue = show.get("cue", id);
  if (type === "cue") return cue ? `Cue ${cue.number} ${cueName(cue, show)}` : "A cue that is gone";
  return placeName(`/${id}`);
}

interface NoteFields {
  readonly text: string;
  /** A person's id; "" = everybody. */
  readonly toId: string;
  /** "" = whatever comes first: the head that is picked, the cue that is chosen, or Build. */
  readonly place: string;
}

function WriteNote(): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const me = useMe();
  const { chosenCueIds } = useInterfaceOf("chosenCueIds");
  const { heads } = useSelected();
  const pins: { value: string; label: string; pin: Note["pin"] }[] = [
    ...(heads[0] ? [{ value: "head", label: `Head ${heads[0].label}`, pin: { type: "head" as const, id: heads[0].key } }] : []),
    ...chosenCueIds.slice(-1).flatMap((id) => {
      const cue = show.get("cue", id);
      return cue ? [{ value: "cue", label: `Cue ${cue.number} ${cueName(cue, show)}`, pin: { type: "cue" as const, id } }] : [];
    }),
    ...PLACES.map((each) => ({ value: each, label: placeName(`/${each}`), pin: { type: "place" as const, id: each } })),
  ];
  const [photo, setPhoto] = useState<Blob | null>(null);
  const [sending, setSending] = useState(false);
  const [complaint, setComplaint] = useState<string | null>(null);
  const noteOf = ({ text, toId, place }: NoteFields, photoId?: string): Note => ({
    id: `note-${newId()}`,
    kind: "note",
    version: 1,
    fromPersonId: me.id,
    toPersonId: toId || null,
    text: text.trim(),
    pin: (pins.find(({ value }) => value === place) ?? pins[0]!).pin,
    at: Date.now(),
    ...(photoId === undefined ? {} : { photoId }),
  });
  const { register, control, handleSubmit, formState, resetField, watch } = useRecordForm<NoteFields>(
    { text: "", toId: "", place: "" },
    noteOf,
  );
  const chosen = watch("place");
  const pinned = pins.some(({ value }) => value === chosen) ? chosen : pins[0]!.value;
  const send = async (values: NoteFields): Promise<void> => {
    setSending(true);
    setComplaint(null);
    try {
      const photoId = photo ? (await sendPhoto(photo)).id : undefined;
      if (!client.transact("Left a note", [{ op: "add", record: noteOf(values, photoId) }])) return;
      resetField("text");
      setPhoto(null);
    } catch (error) {
      const away = !(error instanceof ServerError) || error.status === 0;
      setComplaint(`The note hasn't left. ${away ? "The server can't be reached: leave it again." : error.message}`);
    } finally {
      setSending(false);
    }
  };
  return (
    <form className="grid gap-2" onSubmit={(event) => void handleSubmit(send)(event)}>
      <TextInput
        aria-label="Text of the note"
        placeholder="A note…"
        maxLength={500}
        onKeyDown={(event) => event.stopPropagation()}
        {...register("text")}
      />
      {complaint && (
        <p role="alert" className="text-[13px] text-barred">
          ▬ {complaint}
        </p>
      )}
      <PhotoField photo={photo} onPhoto={setPhoto} />
      <div className="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
        <Field label="For">
          <ControlledChoice control={control} name="toId" aria-label="Whom the note is for">
            <Option value="">everybody</Option>
            {show
              .all("person")
              .filter(({ id }) => id !== me.id)
              .map(({ id, name }) => (
                <Option key={id} value={id}>
                  {name}
                </Option>
              ))}
          </ControlledChoice>
        </Field>
        <Field label="Pinned to">
          <ControlledChoice control={control} name="place" aria-label="What the note is pinned to" shown={pinned}>
            {pins.map(({ value, label }) => (
              <Option key={value} value={value}>
                {label}
              </Option>
            ))}
          </ControlledChoice>
        </Field>
        <Button type="submit" disabled={!formState.isValid || sending}>
          Leave
        </Button>
      </div>
    </form>
  );
}
