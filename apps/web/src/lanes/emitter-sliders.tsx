import { attributeInfo, mix, xyzOf, type Attribute, type Head, type XyY } from "@vexa/core";
import { Slider } from "../ui/slider";
import { useSaying } from "./use-saying";

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
  const { said, begin, say } = useSaying(attribute);
  const raw = said?.level?.knots[0];
  const { label } = attributeInfo(attribute);
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
        onValue={(level) => say({ level: { knots: [level] } }, `${Math.round(level * 100)}`)}
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
