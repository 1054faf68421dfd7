import { X } from "lucide-react";
import { useRef, useState } from "react";
import { cueName, mayPlay, setChange, type Playback } from "@vexa/core";
import { useInterface } from "../../selection/interface-store";
import { useClient, useMe, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { Choice } from "../../ui/field";
import { FadeProgress } from "./fade-progress";

/** One playback. The whole card is its fader: a drag anywhere moves the level from where it is. */
export function Card({ playback, arranging, chosen }: { playback: Playback; arranging: boolean; chosen: boolean }): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const me = useMe();
  const { set } = useInterface();
  const state = show.playbackState(playback.id);
  const list = show.get("cueList", playback.listId);
  const cues = show.cuesOf(playback.listId);
  const cue = show.get("cue", state?.cueId);
  const barred = mayPlay(show, me, playback.id);
  const [dragged, setDragged] = useState<number | null>(null);
  const drag = useRef<{ startY: number; startLevel: number; height: number; sent: number; frame: number } | null>(null);
  const level = dragged ?? state?.level ?? 0;
  const name = list?.name ?? "A list that is gone";
  const running = cue !== null;

  const send = (next: number): void => client.play({ type: "level", playbackId: playback.id, level: next });
  const start = (event: React.PointerEvent<HTMLElement>): void => {
    if (event.button !== 0 || arranging || barred) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = {
      startY: event.clientY,
      startLevel: state?.level ?? 0,
      height: event.currentTarget.clientHeight,
      sent: state?.level ?? 0,
      frame: 0,
    };
  };
  const move = (event: React.PointerEvent): void => {
    const of = drag.current;
    if (!of) return;
    const next = Math.min(1, Math.max(0, of.startLevel + (of.startY - event.clientY) / (of.height * 0.9)));
    const rounded = Math.round(next * 200) / 200;
    setDragged(rounded);
    // At most one message a display frame: the engine hears the latest.
    cancelAnimationFrame(of.frame);
    of.frame = requestAnimationFrame(() => {
      if (of.sent !== rounded) send(rounded);
      of.sent = rounded;
    });
  };
  const end = (): void => {
    if (drag.current && dragged !== null && drag.current.sent !== dragged) send(dragged);
    if (drag.current) cancelAnimationFrame(drag.current.frame);
    drag.current = null;
    // The fader stays under the finger until the server has the last level.
    setTimeout(() => setDragged(null), 120);
  };
  const onKey = (event: React.KeyboardEvent): void => {
    const by = { ArrowUp: 0.01, ArrowRight: 0.01, ArrowDown: -0.01, ArrowLeft: -0.01, PageUp: 0.1, PageDown: -0.1 }[event.key];
    const to = by !== undefined ? Math.min(1, Math.max(0, level + by)) : event.key === "Home" ? 0 : event.key === "End" ? 1 : null;
    if (to === null || barred || event.target !== event.currentTarget) return;
    event.preventDefault();
    send(to);
  };

  return (
    <article
      aria-label={name}
      onPointerDownCapture={() => set({ chosenPlaybackId: playback.id })}
      className={cn(
        "relative flex flex-col overflow-hidden rounded border border-edge bg-bench p-2.5 select-none has-[[role=slider]:focus-visible]:ring-2 has-[[role=slider]:focus-visible]:ring-live",
        running && "border-live/60",
        chosen && "ring-1 ring-ink-3",
        barred && "hatched",
      )}
      style={{ gridColumn: `${playback.column + 1} / span ${playback.columns}`, gridRow: `${playback.row + 1} / span ${playback.rows}` }}
    >
      <div
        role="slider"
        tabIndex={0}
        aria-label={name}
        aria-orientation="vertical"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(level * 100)}
        aria-valuetext={`${Math.round(level * 100)} %${running ? `, ${cueName(cue, show)} is running` : ", not running"}`}
        aria-disabled={barred !== null}
        data-running={running}
        className="absolute inset-0 touch-none outline-none"
        onPointerDown={start}
        onPointerMove={move}
        onPointerUp={end}
        onPointerCancel={end}
        onKeyDown={onKey}
      >
        <div
          aria-hidden
          className={cn("absolute inset-x-0 bottom-0 border-t-2", running ? "border-live bg-live-deep/70" : "border-ink-3 bg-raised/60")}
          style={{ height: `${level * 100}%` }}
        />
      </div>
      <div className="pointer-events-none relative flex min-h-0 flex-1 flex-col gap-0.5">
        <h3
          className={cn(
            "leading-tight font-semibold break-words",
            playback.rows > 2 ? "line-clamp-2" : "line-clamp-1",
            !running && "text-ink-2",
          )}
        >
          {name}
        </h3>
        <p className="line-clamp-2 text-xs text-ink-2">
          {running ? (
            <>
              <span className="text-live">●</span> {cue.number} {cueName(cue, show)}
            </>
          ) : (
            `${cues.length} ${cues.length === 1 ? "cue" : "cues"}`
          )}
        </p>
        {running && level === 0 && <p className="text-xs text-parked">■ its fader is at zero: no intensity</p>}
        {barred && <p className="text-xs text-barred">▬ {barred.details["who"]} alone can play this</p>}
        {running && state && <FadeProgress state={state} seconds={cue.inSeconds} />}
        <p className="mt-auto font-mono text-lg leading-none font-semibold">{Math.round(level * 100)}</p>
      </div>
      {!barred && !arranging && (
        <div className="relative mt-1.5 grid grid-cols-2 gap-1.5">
          <Button
            size="touch"
            className="px-1"
            disabled={cues.length === 0 || cue?.id === cues.at(-1)?.id}
            onClick={() => client.play({ type: "go", playbackId: playback.id })}
          >
            Go
          </Button>
          <Button
            size="touch"
            className="px-1"
            disabled={!running}
            onClick={() => client.play({ type: "let-go", playbackId: playback.id })}
          >
            Let go
          </Button>
        </div>
      )}
      {arranging && !barred && <MotionSpeed playback={playback} />}
      {arranging && !barred && (
        <Button
          size="small"
          className="absolute top-1.5 right-1.5 z-10 px-1"
          aria-label={`Take ${name} off the page`}
          onClick={() => client.transact(`Took ${name} off the page`, [{ op: "remove", record: playback }])}
        >
          <X size={14} aria-hidden />
        </Button>
      )}
    </article>
  );
}

/** The speed master of the card's motions that name none themselves. */
function MotionSpeed({ playback }: { playback: Playback }): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const take = (masterId: string | undefined): void => {
    const words = masterId === undefined ? "by itself" : `with ${show.get("master", masterId)?.name}`;
    client.transact(`A card runs ${words}`, [setChange(playback.id, ["masterId"], { from: playback.masterId, to: masterId })]);
  };
  return (
    <label className="relative mt-1.5 grid gap-0.5 text-xs text-ink-2">
      Motions without a master
      <Choice className="h-7" value={playback.masterId ?? ""} onChange={(event) => take(event.target.value || undefined)}>
        <option value="">run by themselves</option>
        {show.all("master").map(({ id, name }) => (
          <option key={id} value={id}>
            follow {name}
          </option>
        ))}
      </Choice>
    </label>
  );
}
