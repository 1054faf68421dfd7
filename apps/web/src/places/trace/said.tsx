import { useLiveClient } from "../../session/show-context";

/** What cues have told other machines while this window was open, the latest first; nothing where none has said anything. */
export function SaidToOthers(): React.JSX.Element | null {
  const client = useLiveClient();
  const { lines } = client.said;
  if (lines.length === 0) return null;
  const now = client.now();
  return (
    <section className="grid gap-1" aria-label="Said to other machines">
      <h2 className="text-xs font-semibold text-ink-2">Said to other machines</h2>
      <ol className="grid gap-1">
        {lines.toReversed().map(({ atSeconds, words, by, why }, at) => (
          <li key={`${atSeconds} ${lines.length - at}`} className="border-t border-edge py-1 text-[13px]">
            <p className="font-mono break-words">{words}</p>
            <p className="text-xs text-ink-3">
              {by} · {Math.max(0, Math.round(now - atSeconds))} s ago
            </p>
            {why !== null && <p className="text-xs text-barred">▬ It didn’t leave: {why}.</p>}
          </li>
        ))}
      </ol>
    </section>
  );
}
