import { useRef, useState } from "react";
import { useForm } from "react-hook-form";
import useSWR from "swr";
import { counted, extentOf, givenRoles, settingChanges, textUpTo, type ShowLine } from "@vexa/core";
import { changeShow, copyShow, fetchShows, newShow, openShow, showFileAddress, takeShowIn } from "../../session/api";
import { ruleOf } from "../../session/record-form";
import { useClient, useMe, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Option } from "../../ui/choice";
import { cn } from "../../ui/class-names";
import { ControlledChoice } from "../../ui/controlled-choice";
import { DraftField } from "../../ui/draft-field";
import { Field, TextInput } from "../../ui/field";
import { Menu, MenuItem } from "../../ui/menu";
import { refuse, tell } from "../../ui/messages";
import { dayAndTime } from "../../ui/moments";
import { PopSheet } from "../../ui/pop-sheet";
import { Tick } from "../../ui/tick";
import { PartsSheet } from "./parts-sheet";

type Doing = (work: Promise<unknown>, done: string) => void;

/** The shows of the installation: one is on stage, the others are kept and can be opened, copied, taken away and brought in. */
export function ShowsPage(): React.JSX.Element {
  const leads = extentOf(useMe(), "restore") === "all";
  const { data: shows, error, mutate } = useSWR<ShowLine[], Error>("shows", fetchShows);
  const [all, setAll] = useState(false);
  const [parts, setParts] = useState<string | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const doing: Doing = (work, done) =>
    void work
      .then(() => {
        tell(done);
        return mutate();
      })
      .catch((trouble: Error) => {
        refuse(trouble.message);
        return mutate();
      });
  const takeIn = (file: File | undefined): void => {
    if (file) doing(takeShowIn(file), `Took ${file.name} in`);
  };
  const partsOf = (shows ?? []).find(({ id }) => id === parts);
  if (partsOf) return <PartsSheet from={partsOf} onDone={() => setParts(null)} />;
  const listed = (shows ?? []).filter(({ archived, deletedAt }) => all || (!archived && deletedAt === null));
  const hidden = (shows ?? []).length - listed.length;
  return (
    <div
      className="grid max-w-4xl gap-3"
      onDragOver={(event) => leads && event.dataTransfer.types.includes("Files") && event.preventDefault()}
      onDrop={(event) => {
        if (!leads || event.dataTransfer.files.length === 0) return;
        event.preventDefault();
        takeIn(event.dataTransfer.files[0]);
      }}
    >
      <header className="flex flex-wrap items-center gap-2">
        <p className="flex-1 text-[13px] text-ink-2" role="status">
          {error ? (
            <span className="text-barred">▬ {error.message}</span>
          ) : shows ? (
            counted(shows.length, "show")
          ) : (
            "Asking which shows there are…"
          )}
        </p>
        {(hidden > 0 || all) && <Tick label={`Also those put away${hidden > 0 ? ` (${hidden})` : ""}`} on={all} onTick={setAll} />}
        {leads && (
          <>
            <Button onClick={() => picker.current?.click()} title="A show’s file; or drop it here. It is kept beside the others">
              Take a file in…
            </Button>
            <input
              ref={picker}
              type="file"
              accept=".vexa"
              className="sr-only"
              tabIndex={-1}
              aria-label="Show file"
              onChange={(event) => {
                takeIn(event.target.files?.[0]);
                event.target.value = "";
              }}
            />
            <NewShow doing={doing} />
          </>
        )}
      </header>
      <ul className="grid gap-1.5" aria-label="Shows">
        {listed.map((show) => (
          <Row key={show.id} show={show} leads={leads} doing={doing} onParts={() => setParts(show.id)} />
        ))}
      </ul>
    </div>
  );
}

function Row({ show, leads, doing, onParts }: { show: ShowLine; leads: boolean; doing: Doing; onParts: () => void }): React.JSX.Element {
  const client = useClient();
  const { id, name, onStage, lamps, cues, changedAt, archived, deletedAt } = show;
  const rename = (to: string): boolean => {
    if (to === "" || to.length > 80) return false;
    if (onStage) {
      client.transact(`Called the show ${to}`, settingChanges(client.view, "name", to));
      doing(Promise.resolve(), `It is called ${to}`);
    } else doing(changeShow(id, { name: to }), `It is called ${to}`);
    return true;
  };
  return (
    <li
      aria-label={name}
      className={cn(
        "grid grid-cols-[minmax(0,1fr)_11rem_auto] items-center gap-3 rounded bg-raised px-3 py-2 text-[13px]",
        onStage && "shadow-[inset_3px_0_0_var(--color-live)]",
        deletedAt !== null && "opacity-70",
      )}
    >
      <span className="min-w-0">
        {leads && deletedAt === null ? (
          <DraftField label={`Name of ${name}`} className="h-7 max-w-80 font-sans" text={name} onTake={rename} />
        ) : (
          <span className="block truncate font-semibold">{name}</span>
        )}
        <span className="text-xs text-ink-3">
          {counted(lamps, "lamp")}, {counted(cues, "cue")}
          {archived && ", put away"}
          {deletedAt !== null && `, thrown away ${dayAndTime(deletedAt)}: kept for thirty days`}
        </span>
      </span>
      <span className="text-xs text-ink-2">
        {onStage ? <span className="text-live">● on stage</span> : changedAt === null ? "" : dayAndTime(changedAt)}
      </span>
      {leads && (
        <span className="flex gap-1.5">
          {deletedAt !== null ? (
            <Button size="small" once onClick={() => doing(changeShow(id, { deleted: false }), `${name} is back`)}>
              Bring back
            </Button>
          ) : (
            <>
              {!onStage && <OpenSheet show={show} doing={doing} />}
              <Menu
                trigger={
                  <Button size="small" aria-label={`More of ${name}`}>
                    …
                  </Button>
                }
              >
                <MenuItem onSelect={() => saveFile(id)} hint=".vexa">
                  Save as a file
                </MenuItem>
                {!onStage && <MenuItem onSelect={onParts}>Take parts of it…</MenuItem>}
                <MenuItem onSelect={() => doing(copyShow(id, `Copy of ${name}`.slice(0, 80)), `Copied ${name}`)}>Copy</MenuItem>
                {!onStage && (
                  <MenuItem
                    onSelect={() => doing(changeShow(id, { archived: !archived }), archived ? `${name} is here again` : `Put ${name} away`)}
                  >
                    {archived ? "Bring it back here" : "Put away"}
                  </MenuItem>
                )}
                {!onStage && (
                  <MenuItem onSelect={() => doing(changeShow(id, { deleted: true }), `Threw ${name} away`)}>Throw away</MenuItem>
                )}
              </Menu>
            </>
          )}
        </span>
      )}
    </li>
  );
}

function saveFile(id: string): void {
  const link = document.createElement("a");
  link.href = showFileAddress(id);
  link.download = "";
  link.click();
}

const CROSSINGS = [0, 1, 3, 5, 10] as const;

/** Asks before another show comes on stage, and in which time what leaves goes over. */
function OpenSheet({ show, doing }: { show: ShowLine; doing: Doing }): React.JSX.Element {
  const now = useShow();
  const [open, setOpen] = useState(false);
  const { control, handleSubmit } = useForm({ defaultValues: { seconds: "3" } });
  const me = useMe();
  const turned = givenRoles(now, show.roles, me.id).flatMap((change) => {
    const person = change.op === "set" ? now.get("person", change.id) : null;
    return person ? [`${person.name}: ${show.roles[person.id]}`] : [];
  });
  const runs = now.all("playbackState").filter(({ cueId }) => cueId !== null).length;
  const take = ({ seconds }: { seconds: string }): void => {
    setOpen(false);
    doing(openShow(show.id, Number(seconds)), `${show.name} is on stage`);
  };
  return (
    <PopSheet
      label={`Open ${show.name}`}
      open={open}
      onOpen={setOpen}
      trigger={
        <Button size="small" tone="sketch">
          Open…
        </Button>
      }
    >
      <form className="grid gap-2" onSubmit={(event) => void handleSubmit(take)(event)}>
        <p>
          {show.name} comes on stage for everybody; the show that is there is kept.{" "}
          {runs > 0 && (
            <b className="text-barred">
              {counted(runs, "playback")} {runs === 1 ? "runs and ends" : "run and end"}.
            </b>
          )}
        </p>
        {turned.length > 0 && <p>Who is what comes with it: {turned.join(", ")}.</p>}
        <Field label="What leaves goes over in" hint="Light fades; all else snaps while it is dark">
          <ControlledChoice control={control} name="seconds" aria-label="Crossing time">
            {CROSSINGS.map((seconds) => (
              <Option key={seconds} value={String(seconds)}>
                {seconds === 0 ? "no time" : `${seconds} s`}
              </Option>
            ))}
          </ControlledChoice>
        </Field>
        <Button type="submit" tone="live">
          Put it on stage
        </Button>
      </form>
    </PopSheet>
  );
}

function NewShow({ doing }: { doing: Doing }): React.JSX.Element {
  const [open, setOpen] = useState(false);
  const { register, control, handleSubmit, formState, reset } = useForm<{ name: string; from: "empty" | "demo" | "rig" }>({
    defaultValues: { name: "", from: "empty" },
    mode: "onChange",
  });
  const make = ({ name, from }: { name: string; from: "empty" | "demo" | "rig" }): void => {
    setOpen(false);
    reset();
    doing(newShow({ name: name.trim(), from }), `Made ${name.trim()}`);
  };
  return (
    <PopSheet label="New show" open={open} onOpen={setOpen} trigger={<Button tone="sketch">New show…</Button>}>
      <form className="grid gap-2" onSubmit={(event) => void handleSubmit(make)(event)}>
        <Field label="Name">
          <TextInput aria-label="Name of the new show" maxLength={80} {...register("name", { validate: ruleOf(textUpTo(80)) })} />
        </Field>
        <Field label="Begins with">
          <ControlledChoice control={control} name="from" aria-label="Begins with">
            <Option value="empty">nothing</Option>
            <Option value="rig">the rig of the show on stage</Option>
            <Option value="demo">the demo</Option>
          </ControlledChoice>
        </Field>
        <Button type="submit" tone="sketch" disabled={!formState.isValid}>
          Make it
        </Button>
      </form>
    </PopSheet>
  );
}
