import { clockTime } from "../../ui/moments";
import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import useSWR from "swr";
import type { HealthSample } from "@vexa/core";
import { fetchHealth } from "../../session/api";

const LOOK_EVERY_MS = 2000;

interface Chart {
  readonly title: string;
  readonly unit: string;
  readonly lines: readonly { readonly name: string; readonly color: string; readonly of: (sample: HealthSample) => number | null }[];
}

const LIVE = "var(--color-live)";
const SKETCH = "var(--color-sketch)";
const CHARTS: readonly Chart[] = [
  {
    title: "Frames",
    unit: "a second",
    lines: [{ name: "sent", color: LIVE, of: ({ framesPerSecond }) => framesPerSecond }],
  },
  {
    title: "A frame, at worst",
    unit: "ms",
    lines: [
      { name: "work", color: LIVE, of: ({ worstFrameMs }) => worstFrameMs },
      { name: "late", color: SKETCH, of: ({ worstLatenessMs }) => worstLatenessMs },
    ],
  },
  { title: "Packets", unit: "a second", lines: [{ name: "sent", color: LIVE, of: ({ packetsPerSecond }) => packetsPerSecond }] },
  {
    title: "Memory",
    unit: "MB",
    lines: [
      { name: "engine", color: LIVE, of: ({ engineMegabytes }) => engineMegabytes },
      { name: "web server", color: SKETCH, of: ({ webMegabytes }) => webMegabytes },
    ],
  },
  { title: "Database, a small write", unit: "ms", lines: [{ name: "took", color: LIVE, of: ({ databaseMs }) => databaseMs }] },
  { title: "Browsers", unit: "connected", lines: [{ name: "live", color: LIVE, of: ({ connections }) => connections }] },
];

/** How the system has been doing in the last five minutes, and what had to be begun again. */
export default function HealthPage(): React.JSX.Element {
  const { data, error } = useSWR("health", fetchHealth, { refreshInterval: LOOK_EVERY_MS });
  if (error) return <p className="text-barred">▬ {error instanceof Error ? error.message : "The server can't be reached."}</p>;
  if (!data) return <p className="text-ink-2">Asking how it is…</p>;
  const latest = data.samples.at(-1);
  return (
    <div className="grid gap-5">
      <p className="text-[13px] text-ink-2" role="status">
        {latest === undefined ? (
          "The first second isn't over yet."
        ) : latest.framesPerSecond === 0 ? (
          <span className="text-barred">▬ The engine is away: the last look stays on stage while it is begun again.</span>
        ) : latest.databaseMs === null ? (
          <span className="text-barred">▬ The database doesn’t answer: playing goes on, recording waits.</span>
        ) : (
          <>
            <span className="text-live">●</span> All is well: {Math.round(latest.framesPerSecond)} frames a second to {latest.universes}{" "}
            universes. {latest.standbys ? `A standby is in step.` : <span className="text-ink-3">No standby.</span>}
          </>
        )}
      </p>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(380px,1fr))] gap-4">
        {CHARTS.map((chart) => (
          <OneChart key={chart.title} chart={chart} samples={data.samples} />
        ))}
      </div>
      <section className="grid gap-1.5" aria-label="Begun again">
        <h2 className="font-semibold">Begun again</h2>
        {data.ended.length === 0 ? (
          <p className="text-[13px] text-ink-3">Nothing had to be begun again since the server was started.</p>
        ) : (
          <ul className="grid gap-1 text-[13px]">
            {data.ended.map(({ part, why, atMs }) => (
              <li key={`${part} ${atMs}`} className="rounded bg-raised px-2 py-1.5">
                <span className="font-mono">{clockTime(atMs, "seconds")}</span> the {part === "web" ? "web server" : "engine"} ended ({why})
                and was begun again
              </li>
            ))}
          </ul>
        )}
      </section>
    </div>
  );
}

function OneChart({ chart, samples }: { chart: Chart; samples: readonly HealthSample[] }): React.JSX.Element {
  const rows = samples.map((sample) => ({ at: sample.atMs, ...Object.fromEntries(chart.lines.map(({ name, of }) => [name, of(sample)])) }));
  const latest = samples.at(-1);
  return (
    <figure className="grid content-start gap-1 rounded border border-edge bg-bench p-3">
      <figcaption className="flex items-baseline gap-2 text-[13px]">
        <span className="font-semibold">{chart.title}</span>
        <span className="flex-1 text-ink-3">{chart.unit}</span>
        {latest &&
          chart.lines.map(({ name, color, of }) => (
            <span key={name} className="font-mono text-xs" style={{ color }}>
              {chart.lines.length > 1 && `${name} `}
              {of(latest)?.toFixed(1) ?? "no answer"}
            </span>
          ))}
      </figcaption>
      <ResponsiveContainer width="100%" height={120}>
        <LineChart data={rows} margin={{ top: 4, right: 6, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--color-edge)" vertical={false} />
          <XAxis
            dataKey="at"
            tickFormatter={(at: number) => clockTime(at, "seconds")}
            minTickGap={90}
            tick={{ fontSize: 11, fill: "var(--color-ink-3)" }}
            stroke="var(--color-edge)"
          />
          <YAxis width={44} tick={{ fontSize: 11, fill: "var(--color-ink-3)" }} stroke="var(--color-edge)" />
          <Tooltip
            labelFormatter={(at) => clockTime(Number(at), "seconds")}
            contentStyle={{
              background: "var(--color-raised)",
              border: "1px solid var(--color-edge)",
              color: "var(--color-ink)",
              fontSize: 12,
            }}
          />
          {chart.lines.map(({ name, color }) => (
            <Line key={name} type="linear" dataKey={name} stroke={color} dot={false} strokeWidth={1.5} isAnimationActive={false} />
          ))}
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
