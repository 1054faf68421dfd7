import { nodeGaps, numberRanges, sendsToGroups, sentBeside, type OtherSender, type OutputNode } from "@vexa/core";
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

/** Nodes where the show's Art-Net outputs go, by what they say of themselves, and where both don't meet. */
export function NodesList(): React.JSX.Element | null {
  const nodes = useHealth()?.nodes ?? [];
  const show = useQuietShow();
  if (!show.all("output").some(({ on, protocol }) => on && protocol === "Art-Net")) return null;
  const addresses = [...new Set(nodes.map(({ address }) => address))];
  return (
    <section className="grid gap-1.5 text-[13px]" aria-label="Art-Net nodes">
      <h2 className="font-semibold">Art-Net nodes</h2>
      {addresses.length === 0 ? (
        <p className="text-ink-2">Nobody has answered yet. Nodes are asked every two and a half seconds, where Art-Net outputs go.</p>
      ) : (
        <ul className="grid gap-1">
          {addresses.map((address) => (
            <Node key={address} address={address} nodes={nodes.filter((node) => node.address === address)} />
          ))}
        </ul>
      )}
    </section>
  );
}

function Node({ address, nodes }: { address: string; nodes: readonly OutputNode[] }): React.JSX.Element {
  const show = useQuietShow();
  const { unheard, unsent } = nodeGaps(show, address, nodes);
  const [first] = nodes;
  const universes = [...new Set(nodes.flatMap((node) => node.universes))].sort((a, b) => a - b);
  return (
    <li className="flex flex-wrap gap-x-3 rounded bg-raised px-2 py-1">
      <b className="max-w-64 truncate">{first?.name || "A node without a name"}</b>
      <span className="font-mono text-ink-2">{address}</span>
      <span className="font-mono">{universes.length === 0 ? "puts out nothing" : `puts out ${numberRanges(universes)}`}</span>
      {first?.report && <span className="min-w-0 truncate text-ink-3">{first.report}</span>}
      {unheard.length > 0 && universes.length > 0 && (
        <span className="text-barred">▬ We send it {numberRanges(unheard)}, which none of its ports puts out.</span>
      )}
      {unsent.length > 0 && <span className="text-parked">■ Nobody here sends it {numberRanges(unsent)}.</span>}
    </li>
  );
}
