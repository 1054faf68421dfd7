import { counted, mayDo, MOST_PACE_SECONDS, PACE_ID, PACE_NOTCHES, paceAt, paceOf, type PlayCommand } from "@vexa/core";
import { useClient, useMe, usePlayedShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { DraftField } from "../../ui/draft-field";
import { Menu, MenuItem } from "../../ui/menu";
import { PopSheet } from "../../ui/pop-sheet";
import { readSeconds } from "../../ui/seconds-text";
import { Slider } from "../../ui/slider";
import { Tick } from "../../ui/tick";
import { WingControls } from "../../wings/wing-controls";

const TRACK = 1000;
const BEATS = [1, 2, 4] as const;

/** One time for many: cues of its company that are started while it is on take it in place of their own. */
export function PaceStrip(): React.JSX.Element {
  const client = useClient();
  const show = usePlayedShow();
  const me = useMe();
  const pace = show.get("pace", PACE_ID);
  const seconds = pace?.seconds ?? null;
  const company: CompanyOf = {
    listIds: (pace?.listIds ?? []).filter((id) => show.get("cueList", id)),
    boardIds: (pace?.boardIds ?? []).filter((id) => show.get("board", id)),
  };
  const play = (command: Omit<Extract<PlayCommand, { type: "pace" }>, "type">): Promise<void> => client.play({ type: "pace", ...command });
  const refused = mayDo(show, me, { type: "pace", seconds: 1 }) !== null;
  const take = (text: string): boolean | string => {
    const read = readSeconds(text);
    if (read === null || read > MOST_PACE_SECONDS) return `“${text}” is no pace: write seconds up to ${MOST_PACE_SECONDS}, such as 1.5.`;
    void play({ seconds: read });
    return true;
  };
  const on = seconds !== null;
  return (
    <section
      className={cn(
        "flex min-w-[30rem] flex-1 items-center gap-2 rounded border border-edge py-0.5 pr-0.5 pl-3 max-sm:hidden",
        on && "border-live",
      )}
      aria-label="Pace"
    >
      <h2
        className={cn("text-xs font-semibold whitespace-nowrap", on ? "text-live" : "text-ink-2")}
        title="One time for the cues that its company starts"
      >
        {on ? "● Pace" : "Pace"}
      </h2>
      <div className="relative min-w-28 flex-1 pointer-coarse:-my-1">
        <Slider
          label="Pace, from no time to 8 seconds"
          value={Math.round(paceAt(seconds ?? 0) * TRACK)}
          max={TRACK}
          step={1}
          tone={on ? "live" : "quiet"}
          disabled={refused}
          onValue={(at) => play({ seconds: paceOf(at / TRACK) })}
        />
        <div className="pointer-events-none relative h-3 text-[11px] text-ink-2" aria-hidden>
          {PACE_NOTCHES.map((notch, at) => (
            <span
              key={notch}
              className="absolute -translate-x-1/2"
              style={{ left: `calc(${(at / (PACE_NOTCHES.length - 1)) * 100}% + ${8 - (at / (PACE_NOTCHES.length - 1)) * 16}px)` }}
            >
              {notch === 0.5 ? "½" : notch}
            </span>
          ))}
        </div>
      </div>
      <span className="w-14">
        <DraftField
          label="Pace in seconds"
          className="h-8"
          text={on ? String(seconds) : ""}
          placeholder="own"
          shows="the stage"
          onTake={(text) => (text === "" ? (void play({ seconds: null }), true) : take(text))}
        />
      </span>
      <Menu
        trigger={
          <Button size="touch" disabled={refused || show.all("master").length === 0} title="So many beats of a speed master">
            Beats…
          </Button>
        }
      >
        {show.all("master").flatMap((master) =>
          BEATS.map((beats) => {
            const tempo = show.tempo(master.id);
            const bpm = tempo ? tempo.bpm * tempo.scale : 0;
            const time = bpm > 0 ? Math.round((60 / bpm) * beats * 100) / 100 : null;
            return (
              <MenuItem
                key={`${master.id} ${beats}`}
                hint={time === null ? "stands" : `${time} s`}
                onSelect={() => time !== null && play({ seconds: Math.min(MOST_PACE_SECONDS, time) })}
              >
                {counted(beats, "beat")} of {master.name}
              </MenuItem>
            );
          }),
        )}
      </Menu>
      <Company
        company={company}
        live={pace?.live === true}
        refused={refused}
        onCompany={(next) => void play(next)}
        onLive={(live) => void play({ live })}
      />
      <Button size="touch" disabled={!on || refused} onClick={() => void play({ seconds: null })}>
        Own times
      </Button>
    </section>
  );
}

interface CompanyOf {
  readonly listIds: readonly string[];
  readonly boardIds: readonly string[];
}

/** The lists and boards for which the pace is; touching one takes it in or out. */
function Company(of: {
  company: CompanyOf;
  live: boolean;
  refused: boolean;
  onCompany: (company: CompanyOf) => void;
  onLive: (live: boolean) => void;
}): React.JSX.Element {
  const { company, live, refused, onCompany, onLive } = of;
  const show = usePlayedShow();
  const me = useMe();
  const lists = show.all("cueList").map(({ id, name }) => ({ id, name, field: "listIds" as const }));
  const boards = show.all("board").map(({ id, name }) => ({ id, name: `Board ${name}`, field: "boardIds" as const }));
  const all = [...lists, ...boards];
  const free = all.filter(({ id, field }) => mayDo(show, me, { type: "pace", [field]: [id] }) === null);
  const freeOf = (of: keyof CompanyOf): string[] => free.flatMap(({ id, field }) => (field === of ? [id] : []));
  const { listIds, boardIds } = company;
  const count = listIds.length + boardIds.length;
  const words = `${counted(listIds.length, "list")}${boardIds.length > 0 ? `, ${counted(boardIds.length, "board")}` : ""}`;
  return (
    <PopSheet label="Company of the pace" className="w-80" trigger={<Button size="touch">For {words}…</Button>}>
      <div className="flex gap-1.5">
        <Button size="small" onClick={() => onCompany({ listIds: freeOf("listIds"), boardIds: freeOf("boardIds") })}>
          All of yours
        </Button>
        <Button size="small" disabled={count === 0} onClick={() => onCompany({ listIds: [], boardIds: [] })}>
          None
        </Button>
      </div>
      <ul className="grid max-h-44 gap-0.5 overflow-y-auto" aria-label="Lists and boards in its company" tabIndex={0}>
        {all.map(({ id, name, field }) => (
          <li key={id}>
            <Tick
              label={<span className="truncate">{name}</span>}
              on={company[field].includes(id)}
              disabled={!free.some((each) => each.id === id)}
              onTick={(on) =>
                onCompany({ ...company, [field]: on ? [...company[field], id] : company[field].filter((each) => each !== id) })
              }
            />
          </li>
        ))}
      </ul>
      <Tick label="What is under way takes it, too" on={live} disabled={refused} onTick={onLive} />
      {me.role === "lead" && <WingControls jobs={["pace", "own-times"]} />}
    </PopSheet>
  );
}
