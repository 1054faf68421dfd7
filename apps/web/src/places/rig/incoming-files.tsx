import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { ReportLines } from "./report-lines";
import { clearIncoming, leaveOut, useIncoming, type Incoming } from "./take-in";

/** What becomes of the files that were taken in: each with its report, or why it was refused. */
export function IncomingFiles({ onChoose }: { onChoose: (profileId: string) => void }): React.JSX.Element | null {
  const { files } = useIncoming();
  if (files.length === 0) return null;
  const open = files.filter(({ state }) => state === "waits" || state === "is read").length;
  return (
    <section className="grid max-h-60 shrink-0 gap-1.5 overflow-y-auto border-b border-edge bg-bench p-2" aria-label="Files taken in">
      <header className="flex items-center gap-2 text-[13px]">
        <span className="flex-1" role="status">
          {open > 0 ? `${files.length - open} of ${files.length} files read` : files.length === 1 ? "One file" : `${files.length} files`}
        </span>
        {open > 0 ? (
          <Button
            size="small"
            onClick={() => files.forEach(({ key, state }) => (state === "waits" || state === "is read") && leaveOut(key))}
          >
            Leave the rest out
          </Button>
        ) : (
          <Button size="small" tone="quiet" onClick={clearIncoming}>
            Put away
          </Button>
        )}
      </header>
      <ul className="grid gap-1.5">
        {files.map((file) => (
          <Row key={file.key} file={file} onChoose={onChoose} />
        ))}
      </ul>
    </section>
  );
}

const MARKS: Readonly<Record<Incoming["state"], string>> = {
  waits: "○ waits",
  "is read": "◌ is being read",
  "is in": "● is in the show",
  "is left out": "○ was left out",
  "was refused": "▬ was refused",
};

function Row({ file, onChoose }: { file: Incoming; onChoose: (profileId: string) => void }): React.JSX.Element {
  const { name, state, sentence, report, profileId } = file;
  return (
    <li className="grid gap-1 rounded bg-raised px-3 py-2 text-[13px]">
      <div className="flex items-center gap-2">
        <span className="min-w-0 flex-1 truncate font-medium">{name}</span>
        <span className={cn("text-xs", state === "was refused" ? "text-barred" : state === "is in" ? "text-live" : "text-ink-3")}>
          {MARKS[state]}
        </span>
        {profileId !== null && (
          <Button size="small" onClick={() => onChoose(profileId)}>
            Open
          </Button>
        )}
        {(state === "waits" || state === "is read") && (
          <Button size="small" onClick={() => leaveOut(file.key)}>
            Leave out
          </Button>
        )}
      </div>
      {sentence !== "" && <p className={state === "was refused" ? "text-barred" : "text-ink-2"}>{sentence}</p>}
      {report && (
        <div className="grid gap-0.5 text-xs text-ink-2">
          {report.taken.map((line) => (
            <p key={line}>{line}</p>
          ))}
          {report.guessed.length > 0 && <ReportLines title={`${report.guessed.length} guessed`} lines={report.guessed} />}
          {report.left.length > 0 && <ReportLines title={`${report.left.length} left out`} lines={report.left} />}
        </div>
      )}
    </li>
  );
}
