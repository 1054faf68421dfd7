import { useEffect, useRef } from "react";
import { useForm } from "react-hook-form";
import { runningIdOf, sameJson, type RunningMacro } from "@vexa/core";
import { useInterface } from "../selection/interface-store";
import { useClient, useFromClient, useMe } from "../session/show-context";
import type { ShowClient } from "../session/show-client";
import { Button } from "../ui/button";
import { cn } from "../ui/class-names";
import { TextInput } from "../ui/field";
import { refuse } from "../ui/messages";

/** Macros that were begun in this window: what they had selected last, with which its selection goes along, and the run of before, which isn't theirs. */
const begunHere = new Map<string, { readonly who: RunningMacro["who"]; readonly before: number | undefined }>();

/** Runs a macro at the server, as the person here; it begins with what is selected in this window. */
export function runMacro(client: ShowClient, macroId: string): void {
  const { selection } = useInterface.getState();
  begunHere.set(macroId, { who: selection, before: client.view.get("runningMacro", runningIdOf(macroId))?.startSeconds });
  void client.play({ type: "macro", macroId, who: selection });
}

/** The macros that run: where each is, what it asks whoever began it, why it stopped. A touch ends it; what it has done stays. */
export function MacroRuns(): React.JSX.Element {
  const runs = useFromClient(({ view }) => view.all("runningMacro"));
  return (
    <>
      {runs.map((run) => (
        <RunChip key={run.id} run={run} />
      ))}
      <MacroQuestion />
    </>
  );
}

/** What a macro asks that was begun by the person here; what they began in this window goes along with it. */
export function MacroQuestion(): React.JSX.Element | null {
  const me = useMe();
  const runs = useFromClient(({ view }) => view.all("runningMacro"));
  useGoingAlong(runs, me.id);
  const asking = runs.find(({ asks, stopped, personId }) => asks && stopped === undefined && personId === me.id);
  return asking?.asks ? <Question key={`${asking.id} ${asking.at}`} run={asking} asks={asking.asks} /> : null;
}

function RunChip({ run }: { run: RunningMacro }): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const { at, asks, stopped, macroId, personId } = run;
  const whose = personId === me.id ? "" : ` for ${client.view.get("person", personId)?.initials ?? "a device"}`;
  const words = stopped !== undefined ? `▬ ${at}: ${stopped}` : `● ${at}${asks ? ", asks" : ""}${whose}`;
  return (
    <Button
      tone="quiet"
      size="small"
      className={cn("h-5 max-w-64 shrink-0", stopped === undefined ? "text-live" : "text-barred")}
      title={stopped === undefined ? "Stops it; what it has done stays" : `${stopped} What it had done stays.`}
      onClick={() => void client.play({ type: "macro-stop", macroId })}
    >
      <span className="truncate">{words}</span> ✕
    </Button>
  );
}

/** What a macro of one's own wants to know before it goes on. */
function Question({ run, asks }: { run: RunningMacro; asks: NonNullable<RunningMacro["asks"]> }): React.JSX.Element {
  const client = useClient();
  const { register, handleSubmit, watch } = useForm({ defaultValues: { text: "" } });
  const { macroId } = run;
  const name = client.view.get("macro", macroId)?.name ?? "A macro";
  const answer = ({ text }: { text: string }): void => {
    if (text.trim() !== "") void client.play({ type: "macro-answer", macroId, name: asks.name, text: text.trim() });
  };
  return (
    <form
      aria-label={`${name} asks`}
      className="fixed bottom-8 left-1/2 z-40 grid w-[min(30rem,92vw)] -translate-x-1/2 gap-2 rounded border border-sketch bg-bench p-3 text-[13px] shadow-sheet pointer-coarse:bottom-12"
      onSubmit={(event) => void handleSubmit(answer)(event)}
    >
      <label className="grid gap-1">
        <span>
          <b>{name}</b> asks: {asks.question}
        </span>
        <TextInput
          autoFocus
          aria-label={asks.question}
          className="h-9 font-mono"
          maxLength={200}
          {...register("text")}
          onKeyDown={(event) => event.stopPropagation()}
        />
      </label>
      <span className="flex gap-1.5">
        <Button type="submit" tone="sketch" disabled={watch("text").trim() === ""}>
          Answer
        </Button>
        <Button onClick={() => void client.play({ type: "macro-stop", macroId })}>Stop it there</Button>
      </span>
    </form>
  );
}

/** What was begun here selects here, too, and says loudly why it stopped. */
function useGoingAlong(runs: readonly RunningMacro[], myId: string): void {
  const told = useRef(new Set<string>());
  useEffect(() => {
    for (const { id, macroId, personId, startSeconds, who, at, stopped } of runs) {
      const had = begunHere.get(macroId);
      // Somebody else may have begun it anew.
      if (had === undefined || personId !== myId || startSeconds === had.before) continue;
      if (!sameJson(had.who, who)) {
        begunHere.set(macroId, { ...had, who });
        useInterface.getState().select(who);
      }
      const key = `${id} ${startSeconds}`;
      if (stopped === undefined || told.current.has(key)) continue;
      told.current.add(key);
      refuse(`${at}: ${stopped.replace(/\.$/, "")}. The macro was stopped there.`);
    }
  }, [runs, myId]);
}
