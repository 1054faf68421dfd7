import { cardName, CELL_STEP, cueName, mayPlay, roleOf, type CardButton, type Cells, type Playback, type PlaybackState } from "@vexa/core";
import { useInterfaceOf } from "../../selection/interface-store";
import { useClient, useFromClient, useMe, useQuietShow } from "../../session/show-context";
import { cn } from "../../ui/class-names";
import { Arranged } from "./arranged";
import { buttonWorks, CardButtons, useCardButton } from "./card-buttons";
import { PresetPicture } from "../../presets/preset-picture";
import { CardSign } from "./card-looks";
import { CardHeads } from "./card-heads";
import { CardOptions } from "./card-options";
import { CardWarning } from "./card-warning";
import { FadeChart, FadeProgress } from "./fade-progress";
import { ROLE_WORDS, standingWords } from "./fader-words";
import { NextCues } from "./next-cues";
import { useFader } from "./use-fader";
import { usePlacing } from "./use-placing";

/** A card's place in a grid of half cells. */
export function cellStyle({ column, row, columns, rows }: Cells): React.CSSProperties {
  const line = (cells: number): number => Math.round(cells / CELL_STEP);
  return { gridColumn: `${line(column) + 1} / span ${line(columns)}`, gridRow: `${line(row) + 1} / span ${line(rows)}` };
}

interface CardProps {
  readonly playback: Playback;
  /** Where it is shown. */
  readonly cells: Cells;
  readonly arranging: boolean;
  readonly chosen: boolean;
}

/** One playback. The whole card is its fader: a drag anywhere moves the level from where it is. */
export function Card({ playback, cells, arranging, chosen }: CardProps): React.JSX.Element {
  const show = useQuietShow();
  const me = useMe();
  const { set } = useInterfaceOf("set");
  const state = useFromClient(({ view }) => view.playbackState(playback.id));
  const name = cardName(show, playback);
  const barred = mayPlay(show, me, playback.id);
  const placing = usePlacing(playback, { name, shown: cells });
  const running = state !== null && state.cueId !== null;
  const only = playback.buttons?.length === 1 && roleOf(playback) === "nothing" ? playback.buttons[0] : undefined;
  return (
    <article
      data-card={playback.id}
      data-plays
      aria-label={name}
      onPointerDownCapture={() => set({ chosenPlaybackId: playback.id })}
      className={cn(
        "relative flex flex-col overflow-hidden rounded border border-edge bg-bench select-none has-[[role=slider]:focus-visible]:ring-2 has-[[role=slider]:focus-visible]:ring-live",
        running && "border-live/60",
        chosen && "ring-1 ring-ink-3",
        barred && "hatched",
      )}
      style={cellStyle(placing.cells)}
    >
      {only !== undefined && !barred ? (
        <OneTouch playback={playback} state={state} name={name} button={only} />
      ) : (
        <FaderCard playback={playback} state={state} name={name} arranging={arranging} shownRows={cells.rows} />
      )}
      {arranging && (
        <Arranged record={playback} name={name} placing={placing}>
          <CardOptions playback={playback} name={name} />
        </Arranged>
      )}
    </article>
  );
}

/** A card without a fader and with one button is that button. */
function OneTouch(props: { playback: Playback; state: PlaybackState | null; name: string; button: CardButton }): React.JSX.Element {
  const { playback, state, name, button } = props;
  const show = useQuietShow();
  const of = { playback, state, cues: show.cuesOf(playback.listId) };
  const running = state !== null && state.cueId !== null;
  const { press, words } = useCardButton(button, of);
  return (
    <button
      type="button"
      className={cn(
        "flex size-full touch-none flex-col gap-0.5 p-2.5 text-left active:bg-live-deep disabled:opacity-50",
        running && "bg-live-deep/70",
      )}
      aria-label={`${words}: ${name}`}
      aria-pressed={running}
      disabled={!buttonWorks(button, of)}
      {...press}
    >
      <Sign playback={playback} />
      <span className={cn("leading-tight font-semibold", playback.rows < 1 ? "truncate" : "line-clamp-2")}>{name}</span>
      <CardWarning playback={playback} state={state} barred={null} />
      <span className="mt-auto text-xs text-ink-2">
        {running && <span className="text-live">● </span>}
        {words}
      </span>
    </button>
  );
}

/** From so many rows on a card has room for its heads… */
const PICTURE_ROWS = 3;
/** …and, where it is as wide as this, for the times of its cue… */
const CHART_COLUMNS = 2;
/** …and tells of next cues what one of fewer would. */
const ROWS_BESIDE_PICTURE = 2.5;

function FaderCard(props: {
  playback: Playback;
  state: PlaybackState | null;
  name: string;
  arranging: boolean;
  /** As it is shown: a phone has less room than the page. */
  shownRows: number;
}): React.JSX.Element {
  const { playback, state, name, arranging, shownRows } = props;
  const show = useQuietShow();
  const client = useClient();
  const me = useMe();
  const cues = show.cuesOf(playback.listId);
  const cue = show.get("cue", state?.cueId);
  const role = roleOf(playback);
  const barred = mayPlay(show, me, playback.id);
  const running = cue !== null;
  const fader = useFader({
    level: state?.level ?? (role === "tempo" ? 0.5 : 0),
    disabled: arranging || barred !== null || role === "nothing",
    send: (level) => client.play({ type: "level", playbackId: playback.id, level }),
  });
  const { level } = fader;
  const standing = standingWords(playback, level, cues);
  const tall = playback.rows > 1;
  const hasPicture = shownRows >= PICTURE_ROWS && cues.length > 0;
  return (
    <div className={cn("flex size-full flex-col", playback.columns < 2 ? "p-1.5" : "p-2.5")}>
      <div
        {...(role === "nothing" ? { role: "presentation" } : { role: "slider", tabIndex: 0 })}
        aria-label={name}
        aria-orientation="vertical"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(level * 100)}
        aria-valuetext={`${role === "dial" || role === "tempo" ? standing : `${Math.round(level * 100)} %`}${running ? `, ${cueName(cue, show)} is running` : ", not running"}`}
        aria-disabled={barred !== null}
        data-running={running}
        className="absolute inset-0 touch-none outline-none"
        {...fader.handlers}
      >
        {role !== "nothing" && (
          <div
            aria-hidden
            className={cn("absolute inset-x-0 bottom-0 border-t-2", running ? "border-live bg-live-deep/70" : "border-ink-3 bg-raised/60")}
            style={{ height: `${level * 100}%` }}
          />
        )}
      </div>
      <div className="pointer-events-none relative flex min-h-0 flex-1 flex-col gap-0.5">
        <Sign playback={playback} />
        <h3 className={cn("leading-tight font-semibold break-words", tall ? "line-clamp-2" : "line-clamp-1", !running && "text-ink-2")}>
          {name}
        </h3>
        {tall && (
          <p className="line-clamp-2 text-xs text-ink-2">
            {running ? (
              <>
                <span className="text-live">●</span> {cue.number} {cueName(cue, show)}
              </>
            ) : (
              `${cues.length} ${cues.length === 1 ? "cue" : "cues"}`
            )}
          </p>
        )}
        {tall && role !== "intensities" && role !== "nothing" && <p className="text-xs text-ink-3">{ROLE_WORDS[role]}</p>}
        <CardWarning playback={playback} state={state} barred={barred} />
        {running &&
          state &&
          tall &&
          (hasPicture && playback.columns >= CHART_COLUMNS ? <FadeChart state={state} /> : <FadeProgress state={state} />)}
        {tall && <NextCues cues={cues} cueId={state?.cueId ?? null} rows={hasPicture ? ROWS_BESIDE_PICTURE : playback.rows} />}
        {hasPicture && <CardHeads playback={playback} />}
        {tall && !arranging && <p className="mt-auto font-mono text-lg leading-none font-semibold">{standing}</p>}
      </div>
      {!barred && !arranging && playback.rows >= 1 && <CardButtons playback={playback} state={state} cues={cues} />}
    </div>
  );
}

function Sign({ playback }: { playback: Playback }): React.JSX.Element {
  const preset = useQuietShow().preset(playback.pictureOf ?? "");
  return <CardSign color={playback.color} picture={preset && <PresetPicture preset={preset} className="size-4 shrink-0" />} />;
}
