import { attributeInfo, functionsOf, isService, mostOf, type Channel } from "@vexa/core";
import { cn } from "../../ui/class-names";

/** A channel's functions and names along its DMX values, from nothing to full; `at` marks where it stands, 0..1. */
export function RangeBar({ channel, at }: { channel: Channel; at?: number }): React.JSX.Element {
  const most = mostOf(channel);
  const stretches = functionsOf(channel).flatMap(({ attribute, name, range, sets = [], needs }) => {
    const own = { service: isService(attribute), needs: needs !== undefined, attribute };
    const words = name ?? attributeInfo(attribute).label;
    if (sets.length === 0) return [{ ...own, words, range: range ?? ([0, most] as const), named: false }];
    return sets.map((set) => ({ ...own, words: set.name, range: set.range, named: true }));
  });
  return (
    <div
      className="relative h-5 overflow-hidden rounded border border-edge bg-ground"
      role="img"
      aria-label={stretches.map(({ words, range }) => `${range[0]} to ${range[1]} ${words}`).join(", ")}
    >
      {stretches.map(({ words, range, service, named, attribute, needs }, index) => (
        <span
          key={`${index} ${words}`}
          className={cn(
            "absolute inset-y-0 truncate border-r border-edge px-1 text-[10px] leading-[18px]",
            service
              ? "bg-barred/15 text-barred"
              : named
                ? index % 2 === 0
                  ? "bg-raised text-ink-2"
                  : "bg-bench text-ink-2"
                : attribute === channel.attribute
                  ? "bg-live-deep text-ink"
                  : "bg-linked/20 text-ink",
            needs && index > 0 && "hidden",
          )}
          style={{ left: `${(range[0] / (most + 1)) * 100}%`, width: `${((range[1] - range[0] + 1) / (most + 1)) * 100}%` }}
          title={`${range[0]} to ${range[1]}: ${words}`}
        >
          {words}
        </span>
      ))}
      {at !== undefined && <span className="absolute inset-y-0 w-0.5 bg-sketch" style={{ left: `${at * 100}%` }} />}
    </div>
  );
}
