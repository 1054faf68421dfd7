import { useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
import {
  attributeInfo,
  counted,
  cueName,
  mayDo,
  namedBy,
  patchOf,
  reachOfOwner,
  valueWords,
  type Parameter,
  type Show,
  type Trace,
  type TraceLink,
  type TraceStep,
} from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, useMe, usePlayedShow, useQuietShow, useShow } from "../../session/show-context";
import type { ShowClient } from "../../session/show-client";
import { targetNow, targetWords } from "../../stage/target-now";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { Silent } from "./silent";
import { sourceOf } from "../../sources/source-words";

const ASK_EVERY_MS = 250;

/** The chain of one attribute, asked for anew four times a second. */
function useTrace(parameter: Parameter): Trace | null | "waiting" {
  const client = useClient();
  const [trace, setTrace] = useState<Trace | null | "waiting">("waiting");
  const { head, channel } = parameter;
  const [key, attribute] = [head.key, channel.attribute];
  useEffect(() => {
    let over = false;
    const ask = async (): Promise<void> => {
      const answer = await client.trace({ head: key, attribute });
      if (over) return;
      setTrace(answer);
      timer = window.setTimeout(() => void ask(), ASK_EVERY_MS);
    };
    let timer = window.setTimeout(() => void ask(), 0);
    setTrace("waiting");
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [client, key, attribute]);
  return trace;
}

const percent = (value: number): string => `${(value * 100).toFixed(1)} %`;

/** Why an attribute is what it is: from home up to the slots, the one who decides marked. */
export function Chain({ parameter }: { parameter: Parameter }): React.JSX.Element {
  const show = useQuietShow();
  const trace = useTrace(parameter);
  const { head, channel } = parameter;
  const patch = patchOf(head.fixture, channel.break);
  const at = patch && channel.slots.length > 0 ? `${patch.universe}.${patch.address - 1 + channel.slots[0]!}` : null;
  return (
    <section className="grid gap-2" aria-label="Why it is so">
      <h2 className="font-semibold">
        {head.label} {head.fixture.name}
        <span className="font-normal text-ink-2"> · {attributeInfo(channel.attribute).label}</span>
      </h2>
      <p className="text-xs text-ink-3">
        {at === null ? "leaves nowhere by itself" : `universe and address ${at}, ${channel.slots.length * 8} bit`} ·{" "}
        {parameter.htp ? "the highest counts" : "the latest counts"}
      </p>
      {trace === "waiting" && <p className="text-[13px] text-ink-3">Asking the engine…</p>}
      {trace === null && <p className="text-[13px] text-barred">▬ No answer from the engine. Vexa goes on asking.</p>}
      {trace !== null && trace !== "waiting" && (
        <>
          <ol className="grid gap-1.5">
            {trace.slots.length > 0 && (
              <Row title="Leaves as" value={trace.slots.join(" ")} note={valueWords(parameter.channel, trace.value)} />
            )}
            {trace.steps.toReversed().map((step, index) => (
              <Row key={index} title={stepWords(step)} value={percent(step.after)} note={`from ${percent(step.before)}`} />
            ))}
            {trace.links.toReversed().map((link) => (
              <LinkRow key={link.sourceId} link={link} wins={link.sourceId === trace.winner} parameter={trace.parameter} />
            ))}
            <Row
              title={restWords(trace, show)}
              value={percent(trace.rest)}
              note={trace.winner === null ? "nobody says anything else" : ""}
            />
          </ol>
          <Silent parameter={trace.parameter} />
        </>
      )}
    </section>
  );
}

function restWords(trace: Trace, show: Show): string {
  return trace.rest === Math.fround(show.rig.parameters[trace.parameter]!.home) ? "Home" : "Left behind";
}

function stepWords({ what, name }: TraceStep): string {
  switch (what) {
    case "highlight":
      return "Highlight";
    case "master":
      return "Grand master";
    case "blackout":
      return "Blackout";
    case "group":
      return `Master ${name ?? ""}`;
    case "parked":
      return "Parked";
    case "curtain":
      return `Curtain of ${name ?? "somebody"}`;
    case "dimmer":
      return "Its virtual dimmer";
    case "out of service":
      return "Its lamp is out of service";
    case "bent":
      return `Leaves by ${name ?? "a curve"}`;
    case "input":
      return `Input ${name ?? ""}, from outside: the slots leave as below`;
    case "test":
      return `Raw test by ${name ?? "somebody"}: the slots leave as below`;
  }
}

function Row({ title, value, note }: { title: string; value: string; note: string }): React.JSX.Element {
  return (
    <li className="grid grid-cols-[1fr_auto] gap-x-2 rounded border border-edge px-2 py-1.5 text-[13px]">
      <span>{title}</span>
      <span className="font-mono">{value}</span>
      {note !== "" && <span className="col-span-2 text-xs text-ink-3">{note}</span>}
    </li>
  );
}

const RULES: Readonly<Record<TraceLink["rule"], string>> = {
  highest: "the highest counts",
  lowest: "opens what is closed: the lowest counts",
  replaces: "replaces what lies beneath",
};
const RANKS = ["low priority", "", "a sketch, over normal priority", "high priority", "top priority"];

/** "Voice (heard, 40 ms old), 0.12 m behind". */
function followedWords(client: ShowClient, targetId: string): string {
  const target = client.view.target(targetId);
  if (!target) return "somebody who is gone";
  const { place, state, standing } = targetNow(client, target);
  const behind = state ? Math.hypot(place.x - state.at.x, place.y - state.at.y, place.z - state.at.z) : 0;
  const age = state && standing === "heard" ? `, ${Math.max(0, Math.round(1000 * (client.now() - state.heardSeconds)))} ms old` : "";
  return `${target.name} (${targetWords(client, target)}${age})${behind >= 0.005 ? `, ${behind.toFixed(2)} m behind` : ""}`;
}

function LinkRow({ link, wins, parameter }: { link: TraceLink; wins: boolean; parameter: number }): React.JSX.Element {
  const show = usePlayedShow();
  const client = useClient();
  const { words, detail, link: to } = sourceOf(link.sourceId, show);
  const state = to.to === "card" ? show.playbackState(to.playbackId) : null;
  const paced = state?.byPace && !link.lettingGo ? state : null;
  const rule = [RULES[link.rule], RANKS[link.rank] ?? ""].filter((text) => text !== "").join(" · ");
  const shows = link.share < 1 ? `, ${percent(link.share)} of it shows${link.lettingGo ? " (letting go)" : ""}` : "";
  return (
    <li
      className={cn("grid gap-1 rounded border border-edge px-2 py-1.5 text-[13px]", wins ? "border-live bg-live-deep/40" : "text-ink-2")}
      data-wins={wins}
    >
      <div className="flex gap-2">
        <span className="min-w-0 flex-1 truncate font-medium">
          {wins && <span className="text-live">● </span>}
          {words}
        </span>
        <span className="font-mono">
          {link.says === null ? `${link.rides! >= 0 ? "+" : ""}${percent(link.rides!)}` : percent(link.says)}
        </span>
      </div>
      {detail !== "" && <p className="truncate text-xs text-ink-2">{detail}</p>}
      <p className="text-xs text-ink-3">
        {link.says === null ? "rides on what lies beneath" : rule}
        {shows}
        {wins ? " · decides" : ""}
        {paced ? ` · takes ${paced.seconds ?? 0} s by the pace` : ""}
      </p>
      {link.follows.length > 0 && (
        <p className="text-xs text-ink-3">follows {link.follows.map((id) => followedWords(client, id)).join("; ")}</p>
      )}
      {link.phases.length > 0 && (
        <p className="text-xs text-ink-3">
          moves: {link.phases.map((phase) => `${Math.round(phase * 360)}°`).join(", ")} into its round
          {link.says !== null && link.rides !== null && `, ${percent(link.rides)} on top`}
        </p>
      )}
      {to.to === "card" && <Origin playbackId={to.playbackId} cueId={to.cueId} listId={to.listId} parameter={parameter} />}
      <Acts sourceId={link.sourceId} />
    </li>
  );
}

/** From which cue and stroke a list has what it says. */
function Origin(props: { playbackId: string; cueId: string | null; listId: string; parameter: number }): React.JSX.Element | null {
  const { cueId, listId, parameter } = props;
  const show = useQuietShow();
  const navigate = useNavigate();
  const { set } = useInterfaceOf("set");
  const list = show.get("cueList", listId);
  if (cueId === null || !list) return null;
  const reaches = reachOfOwner(list.territoryId, show);
  const from = namedBy(show.cuesOf(listId), cueId, { parameter, show, reaches });
  if (!from) return null;
  const { groupIds = [], heads = [] } = from.cue.strokes[from.strokeId]!.who;
  const who = groupIds.map((id) => show.get("group", id)?.name ?? "a group that is gone").join(", ") || counted(heads.length, "head");
  return (
    <button
      type="button"
      className="truncate text-left text-xs text-linked underline-offset-2 hover:underline"
      onClick={() => {
        set({ scoreListId: listId, chosenCueIds: [from.cue.id] });
        void navigate("/score");
      }}
    >
      {from.tracked ? "tracked from" : "named by"} cue {from.cue.number} {cueName(from.cue, show)}, stroke on {who}
    </button>
  );
}

/** The ways to a source, and to its end where it is in reach. */
function Acts({ sourceId }: { sourceId: string }): React.JSX.Element | null {
  const client = useClient();
  const show = useShow();
  const me = useMe();
  const { link } = sourceOf(sourceId, show);
  if (link.to === "sketch") {
    const sketch = show.sketchOf(link.personId);
    const mine = link.personId === me.id && sketch;
    return (
      <div className="flex gap-1.5">
        {mine && (
          <>
            <Link to="/build" className="inline-flex h-6 items-center rounded border border-edge px-2 text-xs hover:border-ink-3">
              Open in Build
            </Link>
            <Button
              size="small"
              onClick={() =>
                client.transact("Wiped the sketch", [
                  { op: "set", id: sketch.id, path: ["strokes"], from: sketch.strokes as never, to: {} },
                ])
              }
            >
              Wipe my sketch
            </Button>
          </>
        )}
      </div>
    );
  }
  if (link.to === "group master") {
    const command = { type: "group-level", groupMasterId: link.groupMasterId, level: 0 } as const;
    return (
      <Button size="small" className="justify-self-start" disabled={mayDo(show, me, command) !== null} onClick={() => client.play(command)}>
        Let go of this source
      </Button>
    );
  }
  if (link.to === "board") {
    const command = { type: "rinse", boardId: link.boardId, bedIds: [link.bedId], coats: "all" } as const;
    return (
      <div className="flex gap-1.5">
        <Link
          to={`/perform/${link.pageId}`}
          className="inline-flex h-6 items-center rounded border border-edge px-2 text-xs hover:border-ink-3"
        >
          Its board
        </Link>
        <Button size="small" disabled={mayDo(show, me, command) !== null} onClick={() => client.play(command)}>
          Let go of this source
        </Button>
      </div>
    );
  }
  if (link.to !== "card") return null;
  const command = { type: "let-go", playbackId: link.playbackId } as const;
  const page = show.get("playback", link.playbackId)?.pageId ?? "";
  const runs = (show.playbackState(link.playbackId)?.cueId ?? null) !== null;
  return (
    <div className="flex gap-1.5">
      <Link to={`/perform/${page}`} className="inline-flex h-6 items-center rounded border border-edge px-2 text-xs hover:border-ink-3">
        Its card
      </Link>
      <Button size="small" disabled={!runs || mayDo(show, me, command) !== null} onClick={() => client.play(command)}>
        Let go of this source
      </Button>
    </div>
  );
}
