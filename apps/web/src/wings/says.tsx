import { useState } from "react";
import { X } from "lucide-react";
import { explain, MOST_SAYINGS, readSaying, sayingText, type Cue, type CueFields } from "@vexa/core";
import { useClient, useShow } from "../../session/show-context";
import { listenToMidi, useMidi } from "../../tempo/midi-input";
import { Button } from "../../ui/button";
import { Complaint, useComplaint } from "../../ui/complaint";
import { TextInput } from "../../ui/field";

/** What a cue tells other machines when it is started: a line each, typed. */
export function CueSays({ cue, onPut }: { cue: Cue; onPut: (words: string, fields: CueFields) => boolean }): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const midi = useMidi(({ state }) => state);
  const [typed, setTyped] = useState("");
  const [complaint, complain] = useComplaint();
  const says = cue.says ?? [];
  const devices = show.all("device").filter(({ port }) => port !== undefined);
  const add = (): void => {
    const read = readSaying(typed, devices);
    if (!read.ok) return complain(explain(read.error));
    complain(null);
    if (onPut(`says ${sayingText(read.value, devices)}`, { says: [...says, read.value] })) setTyped("");
  };
  return (
    <section className="grid gap-1" aria-label="What it says">
      <h3 className="text-xs text-ink-2">Says to other machines</h3>
      {says.map((saying, at) => {
        const words = sayingText(saying, show.all("device"));
        return (
          <p key={`${at} ${words}`} className="flex items-center gap-1.5 rounded bg-raised px-2 text-[13px]">
            <span className="min-w-0 flex-1 truncate font-mono" title={words}>
              {words}
            </span>
            <Button
              tone="quiet"
              size="small"
              className="px-1"
              aria-label={`Say no more: ${words}`}
              onClick={() => {
                const rest = says.filter((_, other) => other !== at);
                onPut("says less", { says: rest.length > 0 ? rest : undefined });
              }}
            >
              <X size={13} aria-hidden />
            </Button>
          </p>
        );
      })}
      {says.length < MOST_SAYINGS && (
        <form
          className="relative flex gap-1.5"
          onSubmit={(event) => {
            event.preventDefault();
            add();
          }}
        >
          <TextInput
            aria-label="What it says"
            aria-invalid={complaint !== null}
            {...(complaint === null ? {} : { "aria-describedby": "says-complaint" })}
            className="min-w-0 flex-1 font-mono"
            placeholder={`to ${devices[0]?.name ?? "Sound"} /cue/go 12`}
            maxLength={400}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={(event) => event.stopPropagation()}
          />
          <Button type="submit" size="small" disabled={typed.trim() === ""}>
            Add
          </Button>
          {complaint !== null && <Complaint id="says-complaint" text={complaint} />}
        </form>
      )}
      {says.some(({ type }) => type !== "osc") && midi !== "listening" && (
        <p className="flex items-center gap-2 text-xs text-ink-3">
          MIDI leaves from browsers that have it on.
          <Button size="small" onClick={() => void listenToMidi(client)}>
            MIDI from here
          </Button>
        </p>
      )}
    </section>
  );
}
