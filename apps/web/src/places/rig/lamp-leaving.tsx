import {
  AXES,
  counted,
  CURVE_LIBRARY,
  curveOf,
  compareAttributes,
  attributeInfo,
  isService,
  modeOf,
  setLamps,
  type Axis,
  type Fixture,
  type PanTilt,
} from "@vexa/core";
import { useClient, useQuietShow } from "../../session/show-context";
import { Choice, Option } from "../../ui/choice";
import { DraftField } from "../../ui/draft-field";
import { SomeOf } from "../../ui/one-of";
import { Tick } from "../../ui/tick";

/** How the selected lamps leave: response curve, pan and tilt, precedence, and whether they may share their slots. */
export function LampLeaving({ lamps, changes }: { lamps: readonly Fixture[]; changes: boolean }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const curves = new Set(lamps.map(({ curveId }) => curveId ?? ""));
  const curveId = curves.size === 1 ? [...curves][0]! : "mixed";
  const turns = lamps.some((lamp) =>
    modeOf(show.get("profile", lamp.profileId), lamp)?.channels.some(({ attribute }) => attribute === "Pan" || attribute === "Tilt"),
  );
  const set = <F extends keyof Fixture>(what: string, field: F, of: (lamp: Fixture) => Fixture[F] | undefined): boolean =>
    client.transact(`${what} of ${counted(lamps.length, "lamp")}`, setLamps(fresh(client, lamps), field, of));
  return (
    <details className="grid gap-2 border-t border-edge pt-2" open>
      <summary className="cursor-pointer text-[13px] font-semibold">How it leaves</summary>
      <label className="grid grid-cols-[6.5rem_minmax(0,1fr)] items-center gap-2 text-xs text-ink-2">
        <span>Curve</span>
        {changes ? (
          <Choice
            aria-label="Response curve"
            className="h-7"
            value={curveId}
            onValue={(id) => set("Curve", "curveId", () => (id === "" ? undefined : id))}
          >
            {curveId === "mixed" && <Option value="mixed">mixed</Option>}
            <Option value="">Linear</Option>
            {[...CURVE_LIBRARY.values(), ...show.all("curve")].map(({ id, name }) => (
              <Option key={id} value={id}>
                {name}
              </Option>
            ))}
          </Choice>
        ) : (
          <span>{curveId === "mixed" ? "mixed" : (curveOf(curveId, show)?.name ?? "Linear")}</span>
        )}
      </label>
      {turns && (
        <PanTiltFields
          lamps={lamps}
          changes={changes}
          onPanTilt={(of) => set("Pan and tilt", "panTilt", ({ panTilt }) => plain(of(panTilt ?? {})))}
        />
      )}
      <Precedences
        lamps={lamps}
        changes={changes}
        onPrecedence={(of) => set("Precedence", "precedence", ({ precedence }) => of(precedence ?? {}))}
      />
      <Tick
        label="May share its slots with another"
        disabled={!changes}
        on={lamps.every(({ twin }) => twin)}
        onTick={(on) => set("Sharing of slots", "twin", () => (on ? true : undefined))}
      />
    </details>
  );
}

function fresh(client: ReturnType<typeof useClient>, lamps: readonly Fixture[]): Fixture[] {
  return lamps.flatMap(({ id }) => client.view.get("fixture", id) ?? []);
}

/** Nothing said is nothing kept. */
function plain(of: PanTilt): PanTilt | undefined {
  const limits = Object.fromEntries(Object.entries(of.limits ?? {}).filter(([, limit]) => limit !== undefined));
  const kept: PanTilt = {
    ...(of.inverted && of.inverted.length > 0 ? { inverted: of.inverted } : {}),
    ...(of.swapped ? { swapped: true as const } : {}),
    ...(Object.keys(limits).length > 0 ? { limits } : {}),
  };
  return Object.keys(kept).length > 0 ? kept : undefined;
}

function PanTiltFields(of: {
  lamps: readonly Fixture[];
  changes: boolean;
  onPanTilt: (to: (before: PanTilt) => PanTilt) => boolean;
}): React.JSX.Element {
  const { lamps, changes, onPanTilt } = of;
  const inverted = AXES.filter((axis) => lamps.every(({ panTilt }) => panTilt?.inverted?.includes(axis)));
  return (
    <div className="grid gap-1.5" role="group" aria-label="Pan and tilt">
      <SomeOf
        label="Turned round"
        disabled={!changes}
        values={inverted.map((axis): string => axis)}
        among={AXES.map((axis) => ({ value: axis as string, words: `${axis} turned round` }))}
        onTurned={(axis) =>
          onPanTilt((before) => ({
            ...before,
            inverted: inverted.includes(axis as Axis)
              ? (before.inverted ?? []).filter((each) => each !== axis)
              : [...new Set([...(before.inverted ?? []), axis as Axis])],
          }))
        }
      />
      <Tick
        label="Pan and tilt swapped"
        disabled={!changes}
        on={lamps.every(({ panTilt }) => panTilt?.swapped)}
        onTick={(on) => onPanTilt(({ swapped: _, ...rest }) => (on ? { ...rest, swapped: true } : rest))}
      />
      {AXES.map((axis) => (
        <label key={axis} className="grid grid-cols-[6.5rem_minmax(0,1fr)] items-center gap-2 text-xs text-ink-2">
          <span>{axis} limits, °</span>
          {changes ? (
            <DraftField
              label={`${axis} limits`}
              className="h-7"
              text={limitText(lamps, axis)}
              placeholder="none; -90..90"
              onTake={(text) => {
                const limit = readLimit(text);
                if (limit === null) return "It must be two numbers, such as -90..90, or none.";
                return onPanTilt((before) => ({ ...before, limits: { ...before.limits, [axis]: limit } }));
              }}
            />
          ) : (
            <span className="font-mono">{limitText(lamps, axis) || "none"}</span>
          )}
        </label>
      ))}
      <LimitPicture limits={lamps[0]?.panTilt?.limits} />
    </div>
  );
}

function limitText(lamps: readonly Fixture[], axis: Axis): string {
  const texts = new Set(lamps.map(({ panTilt }) => panTilt?.limits?.[axis]?.join("..") ?? ""));
  return texts.size === 1 ? [...texts][0]! : "";
}

function readLimit(text: string): readonly [number, number] | undefined | null {
  if (/^\s*(none)?\s*$/i.test(text)) return undefined;
  const match = /^\s*(-?\d+(?:\.\d+)?)\s*°?\s*\.\.\s*(-?\d+(?:\.\d+)?)\s*°?\s*$/.exec(text);
  const [low, high] = match ? [Number(match[1]), Number(match[2])] : [1, 0];
  return low < high ? [low, high] : null;
}

/** How far a lamp may turn: pan as a part of a round, tilt as a part of its own. */
function LimitPicture({ limits }: { limits: PanTilt["limits"] }): React.JSX.Element | null {
  if (!limits) return null;
  return (
    <div
      className="flex justify-around"
      role="img"
      aria-label={AXES.map((axis) => `${axis} ${limits[axis]?.join(" to ") ?? "free"}`).join(", ")}
    >
      {AXES.map((axis) => (
        <svg key={axis} viewBox="-30 -30 60 60" className="size-14">
          <circle r={24} className="fill-none stroke-edge" />
          <path d={sector(limits[axis] ?? [-180, 180])} className="fill-live-deep stroke-live" />
          <text y={29} textAnchor="middle" className="fill-ink-3 text-[8px]">
            {axis}
          </text>
        </svg>
      ))}
    </div>
  );
}

function sector([low, high]: readonly [number, number]): string {
  const from = Math.max(-179.9, low);
  const to = Math.min(179.9, high);
  const at = (degrees: number): string =>
    `${(22 * Math.sin((degrees * Math.PI) / 180)).toFixed(2)} ${(-22 * Math.cos((degrees * Math.PI) / 180)).toFixed(2)}`;
  return `M0 0L${at(from)}A22 22 0 ${to - from > 180 ? 1 : 0} 1 ${at(to)}Z`;
}

type Precedence = NonNullable<Fixture["precedence"]>;

/** Whether the highest or the latest counts, attribute by attribute, where lamps differ from their profile. */
function Precedences(of: {
  lamps: readonly Fixture[];
  changes: boolean;
  onPrecedence: (to: (before: Precedence) => Precedence | undefined) => boolean;
}): React.JSX.Element {
  const { lamps, changes, onPrecedence } = of;
  const show = useQuietShow();
  const own = [...new Set(lamps.flatMap(({ precedence = {} }) => Object.keys(precedence)))].sort(compareAttributes);
  const attributes = new Set(
    lamps
      .flatMap((lamp) => modeOf(show.get("profile", lamp.profileId), lamp)?.channels.map(({ attribute }) => attribute) ?? [])
      .filter((attribute) => !isService(attribute)),
  );
  const set = (attribute: string, how: string): boolean =>
    onPrecedence((before) => {
      const { [attribute]: _, ...rest } = before;
      const next = how === "" ? rest : { ...rest, [attribute]: how as "HTP" | "LTP" };
      return Object.keys(next).length > 0 ? next : undefined;
    });
  return (
    <div className="grid gap-1" role="group" aria-label="Precedence">
      {own.map((attribute) => (
        <label key={attribute} className="grid grid-cols-[6.5rem_minmax(0,1fr)] items-center gap-2 text-xs text-ink-2">
          <span className="truncate">{attributeInfo(attribute).label}</span>
          <Choice
            aria-label={`Precedence of ${attributeInfo(attribute).label}`}
            className="h-7"
            disabled={!changes}
            value={commonOf(lamps, attribute)}
            onValue={(how) => set(attribute, how)}
          >
            <Option value="">as the profile has it</Option>
            <Option value="HTP">the highest counts</Option>
            <Option value="LTP">the latest counts</Option>
          </Choice>
        </label>
      ))}
      {changes && attributes.size > own.length && (
        <Choice
          aria-label="Another precedence"
          className="h-7 text-xs"
          value=""
          onValue={(attribute) => set(attribute, attributeInfo(attribute).family === "Intensity" ? "LTP" : "HTP")}
        >
          <Option value="">Precedence of another attribute…</Option>
          {[...attributes]
            .filter((attribute) => !own.includes(attribute))
            .sort(compareAttributes)
            .map((attribute) => (
              <Option key={attribute} value={attribute}>
                {attributeInfo(attribute).label}
              </Option>
            ))}
        </Choice>
      )}
    </div>
  );
}

function commonOf(lamps: readonly Fixture[], attribute: string): string {
  const all = new Set(lamps.map(({ precedence }) => precedence?.[attribute] ?? ""));
  return all.size === 1 ? [...all][0]! : "";
}
