import { useEffect, useState } from "react";
import { attributeInfo, overruled, sameJson, type Attribute, type Head, type Overruled } from "@vexa/core";
import { useInterface } from "../selection/interface-store";
import { useClient, useShow } from "../session/show-context";
import type { Lane } from "./lane-model";
import { screenScale, screenUnit } from "./screen-units";

const LOOK_EVERY_MS = 400;

/** The stage marks the heads. */
function tellStage(attribute: Attribute, found: readonly Overruled[]): void {
  const { overruledHeads, set } = useInterface.getState();
  const heads = found.map(({ head }) => head);
  if (sameJson(heads, overruledHeads[attribute] ?? [])) return;
  set({ overruledHeads: { ...overruledHeads, [attribute]: heads } });
}

/** Somebody else's later touch that is on stage instead of one's own: who, and what they have there. */
export function OverruledNote({ lane, heads }: { lane: Lane; heads: readonly Head[] }): React.JSX.Element | null {
  const client = useClient();
  const show = useShow();
  const [found, setFound] = useState<readonly Overruled[]>([]);
  const { attribute } = lane;
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | null = null;
    const look = (): void => {
      timer = null;
      const now = overruled(client.view, { personId: client.personId, attribute, heads, stage: client.values, now: client.now() });
      setFound((before) => (before.length === 0 && now.length === 0 ? before : now));
      tellStage(attribute, now);
    };
    const soon = (): void => void (timer ??= setTimeout(look, LOOK_EVERY_MS));
    soon();
    const stop = client.subscribeLevels(soon);
    return () => {
      stop();
      if (timer) clearTimeout(timer);
      tellStage(attribute, []);
    };
  }, [client, show, attribute, heads]);
  const [first] = found;
  if (!first) return null;
  const name = show.get("person", first.personId)?.name ?? "Somebody";
  const scaled = (value: number): string => `${Math.round(value * screenScale(attribute) * 10) / 10} ${screenUnit(attribute)}`.trim();
  const values = new Set(found.map(({ value }) => (value === null ? "something else" : scaled(value))));
  const what = values.size === 1 ? [...values][0]! : "other values";
  const where = found.length === heads.length ? "here" : `on ${found.length} of ${heads.length}`;
  return (
    <p
      role="status"
      className="min-w-0 flex-1 truncate pl-3 text-xs text-barred"
      title={`${name} touched ${attributeInfo(attribute).label} after you: a touch of yours takes it back`}
    >
      ▬ {name} has {what} {where} now
    </p>
  );
}
