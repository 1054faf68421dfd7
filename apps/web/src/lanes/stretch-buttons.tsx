import { STRETCHES, type Fan, type Stretch } from "@vexa/core";

const PICTURES: Record<Stretch, string> = {
  linear: "M2 10L10 2",
  smooth: "M2 10C7 10 5 2 10 2",
  "ease-in": "M2 10Q9 10 10 2",
  "ease-out": "M2 10Q3 2 10 2",
};
const WORDS: Record<Stretch, string> = { linear: "straight", smooth: "smooth", "ease-in": "eased in", "ease-out": "eased out" };

/** A small picture on each stretch between two knots that says how it runs; a click takes the next way. */
export function StretchButtons({
  label,
  fan,
  at,
  onFan,
}: {
  label: string;
  fan: Fan;
  at: (stretch: number) => number;
  onFan: (fan: Fan) => void;
}): React.JSX.Element {
  const stretches = fan.knots
    .slice(1)
    .map((_, index): Stretch => (typeof fan.path === "string" ? fan.path : (fan.path?.[index] ?? "linear")));
  return (
    <>
      {stretches.map((way, stretch) => (
        <button
          key={stretch}
          type="button"
          aria-label={`${label}, stretch ${stretch + 1} runs ${WORDS[way]}`}
          title={`Runs ${WORDS[way]}; click for another way`}
          className="absolute bottom-0 grid size-[15px] -translate-x-1/2 cursor-pointer place-content-center rounded-[3px] bg-bench/80 text-ink-3 hover:text-ink"
          style={{ left: at(stretch) }}
          onPointerDown={(event) => event.stopPropagation()}
          onClick={() =>
            onFan({ knots: fan.knots, path: stretches.with(stretch, STRETCHES[(STRETCHES.indexOf(way) + 1) % STRETCHES.length]!) })
          }
        >
          <svg width={12} height={12} aria-hidden>
            <path d={PICTURES[way]} className="fill-none stroke-current" strokeWidth={1.5} />
          </svg>
        </button>
      ))}
    </>
  );
}
