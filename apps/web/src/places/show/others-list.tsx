import { numberRanges, sendsToGroups, sentBeside, type OtherSender } from "@vexa/core";
import { useHealth, useQuietShow } from "../../session/show-context";

/** Who else sends E1.31 on the networks that the show uses, by what they say of themselves, and where they meet what leaves here. */
export function OthersList(): React.JSX.Element | null {
  const others = useHealth()?.others ?? [];
  const show = useQuietShow();
  const listens = show.all("output").some(sendsToGroups) || show.all("input").some(({ on, multicast }) => on && multicast);
  if (!listens) return null;
  return (
    <section className="grid gap-1.5 text-[13px]" aria-label="Others on the network">
      <h2 className="font-semibold">Others on the network</h2>
      {others.length === 0 ? (
        <p className="text-ink-2">Nobody else has said that they send E1.31. Those who do say it every ten seconds.</p>
      ) : (
        <ul className="grid gap-1">
          {others.map((other, at) => (
            <Other key={at} other={other} />
          ))}
        </ul>
      )}
    </section>
  );
}

function Other({ other }: { other: OtherSender }): React.JSX.Element {
  const show = useQuietShow();
  const both = sentBeside(show, other.universes);
  return (
    <li className="flex flex-wrap gap-x-3 rounded bg-raised px-2 py-1">
      <b className="max-w-64 truncate">{other.name || "Somebody without a name"}</b>
      <span className="font-mono">{other.universes.length === 0 ? "no universes" : numberRanges(other.universes)}</span>
      {both.length > 0 && (
        <span className="text-barred">▬ We send {numberRanges(both)}, too: the higher priority counts, or the highest of both.</span>
      )}
    </li>
  );
}
