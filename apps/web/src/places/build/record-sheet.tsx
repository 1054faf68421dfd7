import { Dialog } from "radix-ui";
import { X } from "lucide-react";
import { useMemo } from "react";
import { useForm } from "react-hook-form";
import { tell } from "../../ui/messages";
import {
  firstTime,
  cueName as nameOfCue,
  readQuantity,
  recordChanges,
  seenStrokes,
  territoriesOf,
  territoryFor,
  type CueList,
  type Person,
  type Show,
} from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, useMe, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Option } from "../../ui/choice";
import { ControlledChoice } from "../../ui/controlled-choice";
import { Field, TextInput } from "../../ui/field";
import { RecordIntoCue, type IntoCue } from "./record-into-cue";
import { newId } from "../../session/new-id";

const NEW_LIST = "";
const NO_PAGE = "";

/** Lists into which this person may record. */
function ownLists(show: Show, me: Person): CueList[] {
  const mine = new Set(territoriesOf(me, show).map(({ id }) => id));
  return show.all("cueList").filter(({ territoryId }) => me.role === "lead" || (territoryId !== null && mine.has(territoryId)));
}

/** One sheet from the right: what will be kept, where, and what it stays linked to. Enter is right most of the time. */
export function RecordSheet(): React.JSX.Element {
  const { recording, set } = useInterfaceOf("recording", "set");
  return (
    <Dialog.Root open={recording} onOpenChange={(open) => set({ recording: open })} modal={false}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-11 right-0 bottom-0 z-40 w-80 overflow-y-auto border-l border-edge bg-bench p-4 shadow-sheet"
          onInteractOutside={(event) => event.preventDefault()}
        >
          <div className="mb-3 flex items-center justify-between">
            <Dialog.Title className="text-base font-semibold">Record a cue</Dialog.Title>
            <Dialog.Close asChild>
              <Button tone="quiet" size="small" aria-label="Close">
                <X size={15} aria-hidden />
              </Button>
            </Dialog.Close>
          </div>
          {recording && <RecordForm onDone={() => set({ recording: false })} />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

interface Recorded {
  listId: string;
  listName: string;
  oneShot: boolean;
  pageId: string;
  what: "new" | IntoCue;
  cueName: string;
  /** As typed; nothing typed = the next one. */
  number: string;
  inSeconds: string;
  colorPath: "" | "even" | "round";
}

function RecordForm({ onDone }: { onDone: () => void }): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const me = useMe();
  const strokes = useMemo(() => seenStrokes(show.sketchOf(me.id)?.strokes ?? {}, show), [show, me.id]);
  const lists = ownLists(show, me);
  const { recordedListId, set } = useInterfaceOf("recordedListId", "set");
  const pages = show.all("page").toSorted((a, b) => a.rank - b.rank);
  const { register, control, handleSubmit, watch, setValue, formState } = useForm<Recorded>({
    defaultValues: {
      listId: lists.some(({ id }) => id === recordedListId) ? recordedListId! : NEW_LIST,
      listName: "",
      oneShot: false,
      pageId: NO_PAGE,
      what: "new",
      cueName: "",
      number: "",
      inSeconds: String(firstTime(client.view, "inSeconds")),
      colorPath: "",
    },
  });
  const { listId, oneShot, pageId, what } = watch();
  const present = listId === NEW_LIST ? [] : show.cuesOf(listId);
  const into = present.length > 0 && what !== "new" ? what : null;
  const nextNumber = listId === NEW_LIST ? 1 : Math.floor((show.cuesOf(listId).at(-1)?.number ?? 0) + 1);
  const count = Object.keys(strokes).length;
  const groups = [
    ...new Set(Object.values(strokes).flatMap(({ who }) => (who.groupIds ?? []).flatMap((id) => show.get("group", id)?.name ?? []))),
  ];

  const numberOf = (typed: string): number | null => (typed.trim() === "" ? nextNumber : readQuantity(typed, "plain"));
  const goodNumber = (typed: string): true | string => {
    const number = numberOf(typed);
    if (number === null || !(number > 0)) return "The cue number must be a number above zero, such as 1 or 2.5. Nothing was recorded yet.";
    const twin = show.cuesOf(listId).find((cue) => cue.number === number);
    return twin === undefined || `Cue ${number} is taken by “${nameOfCue(twin, show)}”. Choose another number. Nothing was recorded yet.`;
  };
  const goodSeconds = (typed: string): true | string => {
    const seconds = readQuantity(typed, "seconds");
    return (seconds !== null && seconds >= 0 && seconds <= 3600) || "The in-time must be seconds from 0 to 3600. Nothing was recorded yet.";
  };
  const record = ({ listName, cueName, ...as }: Recorded): void => {
    const cueNumber = numberOf(as.number)!;
    const changes = recordChanges(show, {
      listId: listId === NEW_LIST ? null : listId,
      listName: listName.trim() || (as.oneShot ? nameOfCue({ name: cueName.trim() || null, strokes }, show).slice(0, 80) : ""),
      cueName: cueName.trim(),
      number: cueNumber,
      inSeconds: readQuantity(as.inSeconds, "seconds")!,
      colorPath: as.colorPath || undefined,
      strokes,
      // A programmer's list belongs to their territory; the lead's is common.
      territoryId: territoryFor(me, show),
      newId,
      ends: as.oneShot ? "one-shot" : undefined,
      pageId: as.pageId || null,
    });
    const recordedId =
      changes.flatMap((change) => (change.op === "add" && change.record.kind === "cueList" ? change.record.id : []))[0] ?? listId;
    if (client.transact(`Recorded cue ${cueNumber}`, changes)) {
      set({ recordedListId: recordedId });
      tell(
        `Recorded as cue ${cueNumber} of ${listId === NEW_LIST ? listName.trim() || "New list" : show.get("cueList", listId)?.name}. Your sketch is still live: wipe it with Shift+Esc.`,
      );
      onDone();
    }
  };
  const complaint = formState.errors.number?.message ?? formState.errors.inSeconds?.message;
  const newCue = (
    <>
      <div className="grid grid-cols-2 gap-2">
        <Field label="Cue number">
          <TextInput
            inputMode="decimal"
            className="font-mono"
            placeholder={String(nextNumber)}
            {...register("number", { validate: goodNumber })}
          />
        </Field>
        <Field label="In, seconds">
          <TextInput inputMode="decimal" className="font-mono" {...register("inSeconds", { validate: goodSeconds })} />
        </Field>
      </div>
      <Field label="Name of the cue">
        <TextInput maxLength={80} placeholder={nameOfCue({ name: null, strokes }, show)} {...register("cueName")} />
      </Field>
      <Field label="Colours travel">
        <ControlledChoice control={control} name="colorPath">
          <Option value="">as the lamps' own levels</Option>
          <Option value="even">even to the eye</Option>
          <Option value="round">round through the hues</Option>
        </ControlledChoice>
      </Field>
      {complaint && (
        <p role="alert" className="text-[13px] text-barred">
          ▬ {complaint}
        </p>
      )}
      <Button type="submit" tone="sketch" size="touch">
        Record cue
      </Button>
    </>
  );
  if (count === 0)
    return <p className="text-[13px] text-ink-2">Your sketch is empty. Set something in the lanes first; it is recorded from there.</p>;
  return (
    <form onSubmit={(event) => void handleSubmit((values) => !into && record(values))(event)} className="grid gap-3">
      <div className="rounded border border-edge bg-ground p-2.5 text-[13px]">
        <p className="text-sketch">
          ◌ {count} {count === 1 ? "stroke" : "strokes"} of your sketch
        </p>
        <p className="mt-1 text-ink-2">{nameOfCue({ name: null, strokes }, show)}</p>
        {groups.length > 0 && <p className="mt-1 text-linked">∞ stays linked to {groups.join(", ")}</p>}
      </div>
      <Field label="Cue list">
        <ControlledChoice control={control} name="listId" autoFocus>
          <Option value={NEW_LIST}>A new list</Option>
          {lists.map(({ id, name }) => (
            <Option key={id} value={id}>
              {name}
            </Option>
          ))}
        </ControlledChoice>
      </Field>
      {listId === NEW_LIST && (
        <>
          <Field label="Name of the list">
            <TextInput maxLength={80} placeholder="New list" {...register("listName")} />
          </Field>
          <div className="grid grid-cols-[auto_1fr] items-end gap-2">
            <Button
              tone="chip"
              aria-pressed={oneShot}
              title="It lets go by itself when its last cue has arrived"
              onClick={() => setValue("oneShot", !oneShot)}
            >
              as a one-shot
            </Button>
            <Field label="And a card on">
              <ControlledChoice control={control} name="pageId">
                <Option value={NO_PAGE}>no page</Option>
                {pages.map(({ id, name }) => (
                  <Option key={id} value={id}>
                    {name}
                  </Option>
                ))}
              </ControlledChoice>
            </Field>
          </div>
          {pages[0] && (
            <Button
              once
              title="In one touch: a new list that lets go by itself, with its card"
              onClick={(event) =>
                void handleSubmit((values) => record({ ...values, oneShot: true, pageId: pageId || pages[0]!.id }))(event)
              }
            >
              One-shot on {(pages.find(({ id }) => id === pageId) ?? pages[0]).name}
            </Button>
          )}
        </>
      )}
      {present.length > 0 && (
        <Field label="What to do">
          <ControlledChoice control={control} name="what">
            <Option value="new">record a new cue</Option>
            <Option value="add">add to a cue</Option>
            <Option value="replace">replace a cue</Option>
            <Option value="take out">take out of a cue</Option>
          </ControlledChoice>
        </Field>
      )}
      {into ? <RecordIntoCue cues={present} how={into} strokes={strokes} onDone={onDone} /> : newCue}
    </form>
  );
}
