import { useState } from "react";
import useSWR from "swr";
import { ownSteps, type OwnStep } from "@vexa/core";
import { fetchHistory } from "../session/api";
import { useClient, useFromClient } from "../session/show-context";
import { Button } from "../ui/button";
import { dayAndTime } from "../ui/moments";
import { PopSheet } from "../ui/pop-sheet";

const MOST_SHOWN = 30;

/** One's own latest edits in words: a touch takes back all from one on, or does them again up to it. */
export function OwnSteps(): React.JSX.Element {
  const [open, setOpen] = useState(false);
  // An answer that was lost with the connection isn't waited for.
  const connection = useFromClient((client) => client.connection);
  return (
    <PopSheet
      label="My steps"
      className="w-[min(26rem,92vw)]"
      open={open}
      onOpen={setOpen}
      trigger={
        <Button tone="quiet" size="small" className="h-5 shrink-0" title="What I did last, to hop back along">
          Steps
        </Button>
      }
    >
      <StepList key={connection} />
    </PopSheet>
  );
}

function StepList(): React.JSX.Element {
  const client = useClient();
  const { personId } = client;
  const [busy, setBusy] = useState(false);
  const { data, error, mutate } = useSWR(["own steps", personId], () => fetchHistory({ personId }), { refreshInterval: 2000 });
  const steps = ownSteps(data ?? []).slice(0, MOST_SHOWN);
  const hop = async ({ way, times }: NonNullable<OwnStep["hop"]>): Promise<void> => {
    setBusy(true);
    // Where one can't be taken back, those before it stay.
    for (let time = 0; time < times; time++) if (!(await client.undo(way))) break;
    await mutate();
    setBusy(false);
  };
  if (error instanceof Error) return <p className="text-[13px] text-barred">▬ {error.message}</p>;
  if (data && steps.length === 0)
    return <p className="text-[13px] text-ink-2">Nothing yet. What you change stands here, the latest first.</p>;
  return (
    <ul className="grid max-h-96 gap-0.5 overflow-y-auto text-[13px]" aria-label="My steps" tabIndex={0}>
      {steps.map(({ line, hop: to }) => (
        <li key={line.id} className="grid grid-cols-[minmax(0,1fr)_auto_auto] items-center gap-2">
          <span className={line.state === "undone" ? "truncate text-ink-3 line-through" : "truncate"} title={line.label}>
            {line.label}
          </span>
          <span className="text-xs text-ink-3">{dayAndTime(line.at)}</span>
          <Button
            size="small"
            disabled={busy || !to}
            title={to ? undefined : "What was done since then stands in its way"}
            aria-label={`${to?.way === "redo" ? "Again up to" : "Back to before"} ${line.label}`}
            onClick={() => to && void hop(to)}
          >
            {to?.way === "redo" ? "Again" : "Back"}
          </Button>
        </li>
      ))}
    </ul>
  );
}
