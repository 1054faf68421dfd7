import { attributeInfo, channelTexts, functionsOf, isService, mostOf, type Channel, type Mode } from "@vexa/core";
import { RangeBar } from "./range-bar";

/** So many channels are shown at once; the cells of a long strip are all alike. */
const MOST_SHOWN = 120;

/** The channels of a mode as in a lamp's manual, each with its ranges drawn along the DMX values. */
export function ChannelTable({ mode }: { mode: Mode }): React.JSX.Element {
  const several = mode.heads.length > 1;
  return (
    <>
      <table aria-label={`Channels of ${mode.name}`} className="w-full table-fixed text-left text-[13px]">
        <thead className="text-xs text-ink-3">
          <tr>
            <th className="w-20 py-1 font-normal">Slots</th>
            {several && <th className="w-24 py-1 font-normal">Head</th>}
            <th className="w-44 py-1 font-normal">What it does</th>
            <th className="py-1 font-normal">Ranges</th>
            <th className="w-32 py-1 font-normal">From and to</th>
            <th className="w-20 py-1 font-normal">Home</th>
          </tr>
        </thead>
        <tbody>
          {mode.channels.slice(0, MOST_SHOWN).map((channel, at) => (
            <Row key={at} channel={channel} mode={mode} head={several ? (mode.heads[channel.head] ?? "?") : null} />
          ))}
        </tbody>
      </table>
      {mode.channels.length > MOST_SHOWN && (
        <p className="py-2 text-xs text-ink-3">{mode.channels.length - MOST_SHOWN} more channels of the cells that follow aren’t listed.</p>
      )}
    </>
  );
}

function Row({ channel, mode, head }: { channel: Channel; mode: Mode; head: string | null }): React.JSX.Element {
  const { slots, home, physical } = channelTexts(channel);
  const { unit, label } = attributeInfo(channel.attribute);
  const names = functionsOf(channel).map(({ attribute, name }) => name ?? attributeInfo(attribute).label);
  const master = channel.scaledBy === undefined ? null : mode.channels[channel.scaledBy];
  return (
    <tr className="border-t border-edge align-top">
      <td className="py-1.5 font-mono">
        {slots === "" ? <span className="font-sans text-ink-3">virtual</span> : slots}
        {channel.break !== undefined && channel.break > 1 && <span className="text-ink-3"> /{channel.break}</span>}
      </td>
      {head !== null && <td className="truncate py-1.5 pr-2 text-ink-2">{head}</td>}
      <td className="py-1.5 pr-2">
        <span className="font-medium">{label}</span>
        <span className="block truncate font-mono text-[11px] text-ink-3">
          {channel.attribute}
          {isService(channel.attribute) ? " · serves the lamp" : ""}
        </span>
        {master && (
          <span className="block text-xs text-ink-3">
            under the {attributeInfo(master.attribute).label.toLowerCase()} of {mode.heads[master.head]}
          </span>
        )}
      </td>
      <td className="py-1.5 pr-3">
        <RangeBar channel={channel} />
        {names.length > 1 && <span className="block truncate text-xs text-ink-3">{[...new Set(names)].join(", ")}</span>}
      </td>
      <td className="py-1.5 font-mono text-xs">
        {physical} {unit === "percent" ? "%" : unit === "degrees" ? "°" : unit === "hertz" ? "Hz" : ""}
        <span className="block text-ink-3">{slots === "" ? "" : `DMX 0..${mostOf(channel)}`}</span>
      </td>
      <td className="py-1.5 font-mono text-xs">{home}</td>
    </tr>
  );
}
