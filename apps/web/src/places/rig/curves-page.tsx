import { useState } from "react";
import { CartesianGrid, Legend, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import {
  counted,
  CURVE_LIBRARY,
  curveFunction,
  curveOf,
  extentOf,
  newCurve,
  setLamps,
  type Curve,
  type Fixture,
  type Show,
} from "@vexa/core";
import { newId } from "../../session/new-id";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { Choice, Option } from "../../ui/choice";
import { cn } from "../../ui/class-names";
import { CurveDrawing } from "./curve-drawing";
import { useSelectedLamps } from "./lamp-selection";
import { DraftField } from "../../ui/draft-field";

/** Response curves: the library, drawn ones, and two lamps beside each other. */
export default function CurvesPage(): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const changes = extentOf(useMe(), "rig") === "all";
  const [curveId, setCurveId] = useState("curve square");
  const curve = curveOf(curveId, show) ?? [...CURVE_LIBRARY.values()][0]!;
  const own = show.all("curve");
  const draw = (): void => {
    const { change, id } = newCurve(client.view, newId);
    if (client.transact("Drew a curve", [change])) setCurveId(id);
  };
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[13rem_minmax(0,1fr)]">
      <nav className="flex min-h-0 flex-col gap-1 overflow-y-auto border-r border-edge bg-bench p-3" aria-label="Curves">
        {[...CURVE_LIBRARY.values(), ...own].map((each) => (
          <button
            key={each.id}
            type="button"
            aria-pressed={each.id === curve.id}
            className={cn(
              "grid grid-cols-[2.5rem_minmax(0,1fr)_auto] items-center gap-2 rounded px-2 py-1 text-left text-[13px] hover:bg-raised pointer-coarse:min-h-11",
              each.id === curve.id && "bg-raised shadow-[inset_3px_0_0_var(--color-sketch)]",
            )}
            onClick={() => setCurveId(each.id)}
          >
            <Thumbnail curve={each} />
            <span className="truncate">{each.name}</span>
            <span className="text-xs text-ink-3">{lampsOf(show, each.id) || ""}</span>
          </button>
        ))}
        {changes && (
          <Button className="mt-2" onClick={draw}>
            Draw one
          </Button>
        )}
      </nav>
      <section className="grid min-h-0 content-start gap-4 overflow-y-auto p-4" aria-label={`Curve ${curve.name}`} tabIndex={0}>
        <header className="flex flex-wrap items-center gap-3">
          {changes && show.get("curve", curve.id) ? (
            <DraftField
              key={curve.id}
              label="Name of the curve"
              className="w-56"
              text={curve.name}
              onTake={(name) => name !== "" && rename(client, curve, name)}
            />
          ) : (
            <h2 className="font-semibold">{curve.name}</h2>
          )}
          <Given curve={curve} changes={changes} />
          {changes && show.get("curve", curve.id) && (
            <Button
              once
              className="text-barred"
              onClick={() =>
                client.transact(`Threw ${curve.name} away`, [{ op: "remove", record: client.view.get("curve", curve.id)! }]) &&
                setCurveId("curve square")
              }
            >
              Throw away
            </Button>
          )}
        </header>
        <div className="grid grid-cols-[repeat(auto-fit,minmax(320px,1fr))] gap-6">
          <CurveDrawing key={curve.id} curve={curve} draws={changes && curve.shape === "drawn"} />
          <TwoLamps />
        </div>
      </section>
    </div>
  );
}

function rename(client: ReturnType<typeof useClient>, { id, name }: Curve, to: string): boolean {
  return client.transact(`Called ${name} ${to}`, [{ op: "set", id, path: ["name"], from: name, to }]);
}

const lampsOf = (show: Show, id: string): number => show.all("fixture").filter(({ curveId }) => curveId === id).length;

/** Gives the curve to the lamps that are selected: they follow at once, and an undo takes it back. */
function Given({ curve, changes }: { curve: Curve; changes: boolean }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const lamps = useSelectedLamps();
  const having = lampsOf(show, curve.id);
  const give = (curveId: string | undefined, label: string): boolean =>
    client.transact(
      label,
      setLamps(
        lamps.flatMap(({ id }) => client.view.get("fixture", id) ?? []),
        "curveId",
        () => curveId,
      ),
    );
  return (
    <>
      <span className="flex-1 text-[13px] text-ink-2" role="status">
        {having === 0 ? "No lamp has it." : `${counted(having, "lamp")} ${having === 1 ? "has" : "have"} it.`}
      </span>
      {changes && (
        <>
          <Button
            tone="sketch"
            once
            disabled={lamps.length === 0}
            onClick={() => give(curve.id, `${curve.name} for ${counted(lamps.length, "lamp")}`)}
          >
            {lamps.length === 0 ? "Select lamps to try it" : `Give it to ${counted(lamps.length, "lamp")}`}
          </Button>
          {lamps.some(({ curveId }) => curveId === curve.id) && (
            <Button once onClick={() => give(undefined, `No curve for ${counted(lamps.length, "lamp")}`)}>
              Take it from them
            </Button>
          )}
        </>
      )}
    </>
  );
}

const THUMBNAIL_STEPS = 12;

function Thumbnail({ curve }: { curve: Curve }): React.JSX.Element {
  const of = curveFunction(curve);
  const points = Array.from({ length: THUMBNAIL_STEPS + 1 }, (_, at) => at / THUMBNAIL_STEPS);
  return (
    <svg viewBox="0 0 40 24" className="h-6 w-10 rounded-sm bg-stage" aria-hidden>
      <path
        d={`M${points.map((asked) => `${2 + 36 * asked} ${22 - 20 * of(asked)}`).join("L")}`}
        className="fill-none stroke-live"
        strokeWidth={1.5}
      />
    </svg>
  );
}

const CHART_STEPS = 50;

/** What two lamps are sent for what is asked of them, so that one can be made to fade like the other. */
function TwoLamps(): React.JSX.Element {
  const show = useQuietShow();
  const selected = useSelectedLamps();
  const [ids, setIds] = useState<readonly [string, string]>(["", ""]);
  const lamps = ids.map((id, at) => show.get("fixture", id) ?? selected[at] ?? null);
  const shown = lamps.flatMap((lamp) => lamp ?? []);
  const rows = Array.from({ length: CHART_STEPS + 1 }, (_, at) => {
    const asked = at / CHART_STEPS;
    return Object.fromEntries([
      ["asked", Math.round(100 * asked)],
      ...shown.map((lamp, index) => [`lamp ${index}`, 100 * sentBy(show, lamp)(asked)]),
    ]);
  });
  return (
    <section className="grid max-w-3xl content-start gap-2" aria-label="Two lamps">
      <h3 className="font-semibold">Two lamps beside each other</h3>
      <div className="flex flex-wrap gap-2">
        {([0, 1] as const).map((at) => (
          <Choice
            key={at}
            aria-label={at === 0 ? "One lamp" : "The other lamp"}
            className="w-56"
            value={lamps[at]?.id ?? ""}
            onValue={(id) => setIds(at === 0 ? [id, ids[1]] : [ids[0], id])}
          >
            <Option value="">{at === 0 ? "One lamp…" : "The other…"}</Option>
            {show
              .all("fixture")
              .toSorted((a, b) => a.number - b.number)
              .map((lamp) => (
                <Option key={lamp.id} value={lamp.id}>
                  {lamp.number} {lamp.name}, {curveOf(lamp.curveId, show)?.name ?? "Linear"}
                </Option>
              ))}
          </Choice>
        ))}
      </div>
      {shown.length === 0 ? (
        <p className="text-[13px] text-ink-2">Choose lamps, or select them on the plan: what each is sent is drawn here.</p>
      ) : (
        <div
          className="h-64"
          role="img"
          aria-label={shown.map((lamp) => `${lamp.name}: a half leaves as ${(100 * sentBy(show, lamp)(0.5)).toFixed(1)} %`).join("; ")}
        >
          <ResponsiveContainer>
            <LineChart data={rows} margin={{ left: 0, right: 12, top: 8, bottom: 16 }}>
              <CartesianGrid stroke="var(--color-edge)" />
              <XAxis
                dataKey="asked"
                type="number"
                domain={[0, 100]}
                unit=" %"
                tick={{ fontSize: 11, fill: "var(--color-ink-3)" }}
                label={{ value: "asked", position: "insideBottom", offset: -8, fontSize: 11, fill: "var(--color-ink-3)" }}
              />
              <YAxis domain={[0, 100]} unit=" %" width={48} tick={{ fontSize: 11, fill: "var(--color-ink-3)" }} />
              <Tooltip
                contentStyle={{ background: "var(--color-bench)", border: "1px solid var(--color-edge)", fontSize: 12 }}
                formatter={(value) => `${Number(value).toFixed(1)} %`}
                labelFormatter={(asked) => `${String(asked)} % asked`}
              />
              <Legend wrapperStyle={{ fontSize: 12 }} verticalAlign="top" />
              {shown.map((lamp, index) => (
                <Line
                  key={lamp.id}
                  dataKey={`lamp ${index}`}
                  name={`${lamp.number} ${lamp.name}`}
                  type="linear"
                  dot={false}
                  isAnimationActive={false}
                  stroke={index === 0 ? "var(--color-live)" : "var(--color-sketch)"}
                  strokeDasharray={index === 0 ? undefined : "6 3"}
                  strokeWidth={1.8}
                />
              ))}
            </LineChart>
          </ResponsiveContainer>
        </div>
      )}
    </section>
  );
}

function sentBy(show: Show, { curveId }: Fixture): (asked: number) => number {
  const curve = curveOf(curveId, show);
  return curve ? curveFunction(curve) : (asked) => asked;
}
