import { X } from "lucide-react";
import { useEffect, useState } from "react";
import { cardName, hasTravel, type Control, type ControlJob } from "@vexa/core";
import { useClient, useQuietShow } from "../session/show-context";
import { listenToMidi, useMidi } from "../tempo/midi-input";
import { Button } from "../ui/button";
import { Choice, Option } from "../ui/choice";
import { learn, learnFrom, takesChange, useLearn } from "./learn";

const JOB_WORDS: Readonly<Record<ControlJob, string>> = {
  fader: "fader",
  "group-level": "fader",
  "grand-master": "grand master",
  pace: "time",
  "own-times": "Own times",
  macro: "Run",
  go: "Go",
  back: "Back",
  pause: "Pause",
  flash: "Flash",
  toggle: "On / off",
  "let-go": "Let go",
  "go-to": "Go to",
  tap: "Tap",
};

const SOURCE_WORDS: Readonly<Record<Control["source"], string>> = { osc: "by OSC", midi: "by MIDI", sacn: "by E1.31" };

/** Learns from wings at the server while somebody waits for a touch. */
export function useWingTouches(): void {
  const client = useClient();
  useEffect(() => client.hear("touched", (touch) => learnFrom(client, touch.source ?? "osc", touch)), [client]);
}

/** Which faders and buttons of wings move this, learned by touching them. */
export function WingControls({ jobs, targetId }: { jobs: readonly ControlJob[]; targetId?: string }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const { learning, taken, set } = useLearn();
  const { state } = useMidi();
  const [chosen, choose] = useState<ControlJob>(jobs[0]!);
  const does = jobs.includes(chosen) ? chosen : jobs[0]!;
  const controls = show.all("control").filter((control) => jobs.includes(control.does) && control.targetId === targetId);
  const waits = learning !== null && learning.targetId === targetId && jobs.includes(learning.does);
  useEffect(() => () => set(null), [set]);
  return (
    <section className="grid gap-1.5" aria-label="On a wing">
      <h4 className="text-xs text-ink-2">On a wing</h4>
      {controls.map((control) => (
        <OneControl key={control.id} control={control} />
      ))}
      <div className="flex flex-wrap items-center gap-1.5">
        {jobs.length > 1 && (
          <Choice aria-label="What to learn" className="h-7 w-28 text-xs" value={does} onValue={(next) => choose(next as ControlJob)}>
            {jobs.map((job) => (
              <Option key={job} value={job}>
                {JOB_WORDS[job]}
              </Option>
            ))}
          </Choice>
        )}
        <Button
          size="small"
          aria-pressed={waits}
          onClick={() => set(waits ? null : { does, ...(targetId === undefined ? {} : { targetId }) })}
        >
          {waits ? "Cancel" : `Learn ${JOB_WORDS[does]}`}
        </Button>
        {state !== "listening" && (
          <Button size="small" tone="quiet" onClick={() => void listenToMidi(client)}>
            Hear MIDI here
          </Button>
        )}
      </div>
      {waits && taken && <AskForIt taken={taken} />}
      {waits && !taken && (
        <p className="text-xs text-sketch" role="status">
          ◌ Touch a fader or a button of the wing now.
        </p>
      )}
    </section>
  );
}

/** What would lose its control, before it does. */
function AskForIt({ taken }: { taken: Pick<Control, "source" | "name"> }): React.JSX.Element | null {
  const show = useQuietShow();
  const client = useClient();
  const { set } = useLearn();
  const control = show.all("control").find(({ source, name }) => source === taken.source && name === taken.name);
  if (!control) return null;
  const target = show.get("playback", control.targetId) ?? show.get("groupMaster", control.targetId);
  const whose = target
    ? cardName(show, target)
    : (show.get("macro", control.targetId)?.name ?? (control.does === "grand-master" ? "the grand master" : "the pace"));
  return (
    <div role="alertdialog" aria-label={`${taken.name} is in use`} className="grid gap-1 rounded border border-parked p-2 text-xs">
      <p>
        <span className="font-mono">{taken.name}</span> is {JOB_WORDS[control.does]} of <b>{whose}</b> so far, and wouldn't be any more.
      </p>
      <span className="flex gap-1">
        <Button size="small" onClick={() => learn(client, taken)}>
          Take it
        </Button>
        <Button size="small" onClick={() => set(null)}>
          Keep it there
        </Button>
      </span>
    </div>
  );
}

function OneControl({ control }: { control: Control }): React.JSX.Element {
  const client = useClient();
  const { name, source, does, takes } = control;
  return (
    <div className="flex items-center gap-1.5 text-xs">
      <span className="min-w-0 flex-1 truncate">
        <span className="font-mono">{name}</span> <span className="text-ink-3">{SOURCE_WORDS[source]}</span> · {JOB_WORDS[does]}
      </span>
      {hasTravel(does) && (
        <Choice
          aria-label={`${name} takes over`}
          className="h-6 w-28 px-1 text-xs"
          value={takes}
          onValue={(next) => client.transact(`${name} of a wing`, [takesChange(control, next as Control["takes"])])}
        >
          <Option value="when-met">when it meets</Option>
          <Option value="at-once">at once</Option>
        </Choice>
      )}
      <Button
        size="small"
        className="px-1"
        aria-label={`Forget ${name}`}
        onClick={() => client.transact(`Forgot ${name} of a wing`, [{ op: "remove", record: control }])}
      >
        <X size={13} aria-hidden />
      </Button>
    </div>
  );
}
