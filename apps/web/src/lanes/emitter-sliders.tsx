import { useRef } from "react";
import { attributeInfo, mix, partChanges, selectionName, strokeFor, xyzOf, type Attribute, type Head, type XyY } from "@vexa/core";
import { useInterface } from "../selection/interface-store";
import { useClient, useMe, useShow } from "../session/show-context";
import { newId } from "../session/new-id";
import { Slider } from "../ui/slider";

/** The lamps' own emitters and flags: a slider lays a raw level over what the mix of the colour gives. */
export function EmitterSliders({ heads, color }: { heads: readonly Head[]; color: XyY }): React.JSX.Element | null {
  const mixes = heads.map((head) => mix(head, xyzOf(color)));
  const names = [...new Set(mixes.flatMap((levels) => [...levels.keys()]))].filter((name) => name !== "Color1");
  if (names.length === 0) return null;
  return (
    <details className="text-xs">
      <summary className="cursor-pointer text-ink-2">Raw emitters</summary>
      <div className="mt-1 grid max-h-32 grid-cols-[auto_1fr_auto] items-center gap-x-2 gap-y-1 overflow-y-auto">
        {names.map((name) => {
          const given = mixes.flatMap((levels) => levels.get(name) ?? []);
          return <RawLevel key={name} attribute={name} mixed={given.reduce((sum, level) => sum + level, 0) / given.length} />;
        })}
      </div>
    </details>
  );
}

function RawLevel({ attribute, mixed }: { attribute: Attribute; mixed: number }): React.JSX.Element {
  const client = useClient();
  const me = useMe();
  const show = useShow();
  const { selection } = useInterface();
  const gesture = useRef("");
  const own = strokeFor(show.sketchOf(me.id)?.strokes ?? {}, selection, attribute)?.stroke.parts[attribute];
  const raw = own?.level?.knots[0];
  const { label } = attributeInfo(attribute);
  const begin = (): void => void (gesture.current = newId());
  const put = (level: number): void => {
    const touched = 1 + (own?.touched ?? Math.floor(client.now()));
    client.transact(
      `${label} ${Math.round(level * 100)} on ${selectionName(client.view, selection)}`,
      partChanges(client.view, {
        newId,
        personId: me.id,
        selection,
        attribute,
        part: { shape: own?.shape ?? {}, level: { knots: [level] }, touched },
      }),
      gesture.current || newId(),
    );
  };
  return (
    <>
      <span className="text-ink-2">{label}</span>
      <Slider
        label={label}
        tone={raw === undefined ? "live" : "sketch"}
        max={1}
        step={0.01}
        value={raw ?? mixed}
        onBegin={begin}
        onValue={put}
      />
      <span
        className={`w-14 text-right font-mono ${raw === undefined ? "text-ink-3" : "text-sketch"}`}
        title={raw === undefined ? "as the mix gives it" : "raw, over the mix"}
      >
        {raw === undefined ? "" : "◌ "}
        {Math.round((raw ?? mixed) * 100)} %
      </span>
    </>
  );
}
