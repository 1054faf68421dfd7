import { useEffect, useRef, useState } from "react";
import { addressText, extentOf, highlightChanges, selectHeads, type Fixture } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { OneOf } from "../../ui/one-of";
import { headsOfLamps } from "./lamp-selection";

/** Lights lamps one after the other, by address or by number, to find which is which. Ends with leaving the page. */
export function Identify(): React.JSX.Element | null {
  const show = useQuietShow();
  const client = useClient();
  const me = useMe();
  const { select } = useInterfaceOf("select");
  const [by, setBy] = useState<"address" | "number">("address");
  const [at, setAt] = useState<number | null>(null);
  const lamps = show.all("fixture").toSorted(by === "number" ? (a, b) => a.number - b.number : byAddress);
  const lamp = at === null ? null : lamps[at];
  const lit = useRef(false);
  const dark = (): void => {
    if (lit.current) client.transact("Ended the highlight", highlightChanges(client.view, me.id, null));
    lit.current = false;
  };
  const latest = useRef(dark);
  latest.current = dark;
  useEffect(() => () => latest.current(), []);
  if (extentOf(me, "identify") === "no") return null;
  const go = (to: number | null): void => {
    const next = to === null ? null : lamps[(to + lamps.length) % lamps.length]!;
    setAt(next && lamps.indexOf(next));
    if (!next) return dark();
    const selection = selectHeads(headsOfLamps(client.view, [next]));
    select(selection);
    lit.current =
      client.transact(`Identified ${next.name}`, highlightChanges(client.view, me.id, { who: selection, dim: 0 })) || lit.current;
  };
  return (
    <section className="mb-4 flex max-w-4xl flex-wrap items-center gap-2 rounded border border-edge bg-bench p-3" aria-label="Identify">
      <h2 className="font-semibold">Identify</h2>
      <OneOf
        label="In which order"
        value={by}
        onValue={(next) => {
          setBy(next);
          setAt(null);
          dark();
        }}
        among={[
          { value: "address", words: "by address" },
          { value: "number", words: "by number" },
        ]}
      />
      <span className="min-w-52 flex-1 truncate text-[13px]" role="status">
        {lamp ? `${lamp.number} ${lamp.name}, ${addressText(lamp.patch)}` : "One lamp after the other is lit."}
      </span>
      <Button disabled={lamps.length === 0} onClick={() => go(at === null ? lamps.length - 1 : at - 1)}>
        Back
      </Button>
      <Button tone="sketch" disabled={lamps.length === 0} onClick={() => go(at === null ? 0 : at + 1)}>
        {at === null ? "Begin" : "Next"}
      </Button>
      {at !== null && <Button onClick={() => go(null)}>Stop</Button>}
    </section>
  );
}

function byAddress(a: Fixture, b: Fixture): number {
  const place = ({ patch }: Fixture): number => (patch ? patch.universe * 513 + patch.address : Infinity);
  return place(a) - place(b) || a.number - b.number;
}
