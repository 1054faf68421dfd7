import { useId } from "react";
import { useForm } from "react-hook-form";
import { X } from "lucide-react";
import { explain, MOST_SAYINGS, readSaying, sayingText, type Saying } from "@vexa/core";
import { useClient, useQuietShow } from "../session/show-context";
import { listenToMidi, useMidi } from "../tempo/midi-input";
import { Button } from "../ui/button";
import { Complaint, useComplaint } from "../ui/complaint";
import { TextInput } from "../ui/field";

/** What a cue or a card tells other machines: a line each, typed. `title` says when; `onSays` hears what becomes of it, in words too. */
export function Says(of: {
  title: string;
  says: readonly Saying[];
  onSays: (words: string, says: readonly Saying[] | undefined) => boolean;
}): React.JSX.Element {
  const { title, says, onSays } = of;
  const show = useQuietShow();
  const client = useClient();
  const midi = useMidi(({ state }) => state);
  const { register, handleSubmit, watch, reset } = useForm({ defaultValues: { typed: "" } });
  const [complaint, complain] = useComplaint();
  const complaintId = useId();
  const devices = show.all("device").filter(({ port }) => port !== undefined);
  const add = ({ typed }: { typed: string }): void => {
    const read = readSaying(typed, devices);
    if (!read.ok) return complain(explain(read.error));
    complain(null);
    if (onSays(`says ${sayingText(read.value, devices)}`, [...says, read.value])) reset();
  };
  return (
    <section className="grid gap-1" aria-label={title}>
      <h3 className="text-xs text-ink-2">{title}</h3>
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
                onSays("says less", rest.length > 0 ? rest : undefined);
              }}
            >
              <X size={13} aria-hidden />
            </Button>
          </p>
        );
      })}
      {says.length < MOST_SAYINGS && (
        <form className="relative flex gap-1.5" onSubmit={(event) => void handleSubmit(add)(event)}>
          <TextInput
            aria-label={title}
            aria-invalid={complaint !== null}
            {...(complaint === null ? {} : { "aria-describedby": complaintId })}
            className="min-w-0 flex-1 font-mono"
            placeholder={`to ${devices[0]?.name ?? "Sound"} /cue/go 12`}
            maxLength={400}
            {...register("typed")}
            onKeyDown={(event) => event.stopPropagation()}
          />
          <Button type="submit" size="small" disabled={watch("typed").trim() === ""}>
            Add
          </Button>
          {complaint !== null && <Complaint id={complaintId} text={complaint} />}
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
