import { counted, type Vector } from "@vexa/core";

/** Places from above with their order as a thread; the audience is below. Where they were before is drawn faintly. */
export function PlacesPicture({ places, before = [] }: { places: readonly Vector[]; before?: readonly Vector[] }): React.JSX.Element {
  const all = [...places, ...before];
  const ends = (of: (place: Vector) => number): [number, number] =>
    all.reduce<[number, number]>(([low, high], place) => [Math.min(low, of(place)), Math.max(high, of(place))], [Infinity, -Infinity]);
  const [[left, right], [low, high]] = [ends(({ x }) => x), ends(({ y }) => y)];
  const size = Math.max(right - left, (high - low) * 2, 0.5);
  const spot = ({ x, y }: Vector): string =>
    `${160 + ((x - (left + right) / 2) / size) * 280} ${75 - ((y - (low + high) / 2) / size) * 280}`;
  const dots = (of: readonly Vector[]): string => of.map((place) => `M${spot(place)}h0`).join("");
  return (
    <svg
      viewBox="0 0 320 150"
      className="w-full rounded bg-stage"
      role="img"
      aria-label={`${counted(places.length, "lamp")} from ${places[0]!.x}, ${places[0]!.y} to ${places.at(-1)!.x}, ${places.at(-1)!.y}`}
    >
      <path d={dots(before)} className="stroke-stage-line" strokeWidth={4} strokeLinecap="round" />
      <path d={`M${places.map(spot).join("L")}`} className="fill-none stroke-stage-thread" strokeWidth={1} strokeDasharray="3 3" />
      <path d={dots(places)} className="stroke-stage-ink" strokeWidth={5} strokeLinecap="round" />
      <path d={`M${spot(places[0]!)}h0`} className="stroke-stage-thread" strokeWidth={8} strokeLinecap="round" />
    </svg>
  );
}
