import { highlightChanges } from "../edits/highlight-changes";
import { blindChanges, wipeChanges } from "../edits/sketch-edits";
import type { PlayCommand } from "../playing/commands";
import { MOST_PACE_SECONDS } from "../playback/pace";
import { cardName } from "../questions/card-name";
import { counted } from "../units/counted";
import { cardMeant, does, keepCue, keepPreset, paceInBeats, secondsOf, setAt } from "./act-readers";
import { BOARD_ACTS } from "./board-acts";
import { PARK_ACTS } from "./park-acts";
import { ON_CARDS, RUNNING_ACTS } from "./running-acts";
import { SONG_ACTS } from "./song-acts";
import { TARGET_ACTS } from "./target-acts";
import { named, notRead, type LineAct } from "./line";
import { whoMeant } from "./line-who";

const ON_MASTERS = {
  tap: { type: "tap", what: "a tap, now" },
  hold: { type: "hold", what: "stops its beat" },
  run: { type: "run", what: "lets it beat again" },
  resync: { type: "resync", what: "beats from now on" },
} as const;

/** Every act of the quick line; one that is read before another comes first. The reference page is written from this table. */
export const LINE_ACTS: readonly LineAct[] = [
  ...RUNNING_ACTS,
  {
    form: "undo · redo",
    example: "undo",
    what: "takes back your own last edit; does it again",
    pattern: /^(?<way>undo|redo)$/i,
    read: ({ way }) =>
      does(way!.toLowerCase(), way!.toLowerCase() === "undo" ? "takes back your last edit" : "does it again", {
        undo: way!.toLowerCase() as "undo",
      }),
  },
  {
    form: "wipe",
    example: "wipe",
    what: "empties your sketch",
    pattern: /^wipe$/i,
    read: (_, { show, personId }) => does("wipe", "empties your sketch", { changes: wipeChanges(show, personId) }),
  },
  {
    form: "blind",
    example: "blind",
    what: "takes your sketch off the stage, or puts it there",
    pattern: /^blind$/i,
    read: (_, { show, personId }) => does("blind", "your sketch off the stage, or back", { changes: blindChanges(show, personId) }),
  },
  {
    form: "blackout · blackout off",
    example: "blackout off",
    what: "takes all light away; gives it back",
    pattern: /^blackout(?<off> off)?$/i,
    read: ({ off }) =>
      does(off ? "blackout off" : "blackout", off ? "ends the blackout" : "blackout", { play: [{ type: "blackout", on: !off }] }),
  },
  {
    form: "curtain down · WHO curtain down",
    example: "Rib spots curtain down",
    what: "keeps what is on stage while you prepare beneath",
    pattern: /^(?:(?<who>.+) )?curtain down$/i,
    read: ({ who }, context) => {
      if (!who) return does("curtain down", "drops your curtain over all of yours", { play: [{ type: "curtain-drop" }] });
      const meant = whoMeant(who, context);
      if (!meant.ok) return meant;
      const { heads } = meant.value;
      return does(`${who} curtain down`, `drops your curtain over ${counted(heads.length, "head")}`, {
        heads,
        play: [{ type: "curtain-drop", heads }],
      });
    },
  },
  {
    form: "curtain up · curtain up in SECONDS",
    example: "curtain up in 3",
    what: "raises it, at once or over a time",
    pattern: /^curtain up(?: in (?<seconds>\S+))?$/i,
    read: ({ seconds = "0" }) => {
      const time = secondsOf(seconds, 3600);
      if (time === null) return notRead(seconds, "write seconds, such as 3");
      return does(
        time === 0 ? "curtain up" : `curtain up in ${time}`,
        time === 0 ? "raises your curtain" : `raises your curtain over ${time} s`,
        {
          play: [{ type: "curtain-raise", seconds: time }],
        },
      );
    },
  },
  {
    form: "keep in LIST [NUMBER] [as NAME]",
    example: "keep in Night bloom 9 as Dusk",
    what: "records your sketch as a cue of a list",
    pattern: /^keep in (?<list>.+?)(?: (?<number>\d+(?:\.\d{1,3})?))?(?: as (?<name>.+))?$/i,
    read: keepCue,
  },
  {
    form: "keep as NAME",
    example: "keep as Ember glow",
    what: "keeps what your sketch says as a preset",
    pattern: /^keep as (?<name>.+)$/i,
    read: keepPreset,
  },
  {
    form: "run MACRO",
    example: "run Quiet house",
    what: "runs a macro, with what you may do",
    pattern: /^run (?<macro>.+)$/i,
    read: ({ macro }, { show, selection }) => {
      const found = named(show.all("macro"), macro!, { name: ({ name }) => name, what: "macro" });
      if (!found.ok) return found;
      const { id: macroId, name } = found.value;
      return does(`run ${name}`, `runs ${name}`, { play: [{ type: "macro", macroId, who: selection }] });
    },
  },
  {
    form: "pace SECONDS · pace NUMBER beats [of MASTER] · pace off",
    example: "pace 1.5",
    what: "one time for the cues of its company that are started from now on, in seconds or as so many beats take now; off gives each its own",
    pattern: /^pace (?<seconds>\S+)(?<beats> beats?(?: of (?<master>.+))?)?$/i,
    read: ({ seconds, beats, master }, { show }) => {
      if (beats !== undefined) return paceInBeats(seconds!, master, show);
      if (/^off$/i.test(seconds!)) return does("pace off", "everybody's own times", { play: [{ type: "pace", seconds: null }] });
      const time = secondsOf(seconds!, MOST_PACE_SECONDS);
      if (time === null) return notRead(seconds!, "write seconds, such as 1.5, or off");
      return does(`pace ${time}`, `a pace of ${time} s for its company`, { play: [{ type: "pace", seconds: time }] });
    },
  },
  ...PARK_ACTS,
  {
    form: "WHO highlight · highlight off",
    example: "Rib spots/odd highlight",
    what: "shows heads in open white; ends it",
    pattern: /^(?:(?<who>.+) )?highlight(?<off> off)?$/i,
    read: ({ who = "sel", off }, context) => {
      const { show, personId } = context;
      if (off) return does("highlight off", "ends your highlight", { changes: highlightChanges(show, personId, null) });
      const meant = whoMeant(who, context);
      if (!meant.ok) return meant;
      return does(`${who} highlight`, `shows ${counted(meant.value.heads.length, "head")} in white`, {
        heads: meant.value.heads,
        changes: highlightChanges(show, personId, { who: meant.value.who, dim: 0.1 }),
      });
    },
  },
  {
    form: "NAME at VALUE",
    example: "Pulse at 120",
    what: "a card or a master of a group at a level in percent, a speed master at beats a minute, grand master at a level",
    pattern: /^(?<thing>[^:]+) at (?<value>[^:]+)$/i,
    read: setAt,
  },
  {
    form: "LIST back · pause · continue · let go",
    example: "Night bloom let go",
    what: "what the buttons of its card do",
    pattern: /^(?<card>[^:]+?) (?<act>back|pause|continue|let go)$/i,
    read: ({ card, act }, context) => {
      const found = cardMeant(card!, context);
      if (!found.ok) return found;
      const { type, what } = ON_CARDS[act!.toLowerCase() as keyof typeof ON_CARDS];
      const name = cardName(context.show, found.value);
      return does(`${name} ${act!.toLowerCase()}`, `${name}: ${what}`, { play: [{ type, playbackId: found.value.id }] });
    },
  },
  {
    form: "LIST go [NUMBER] [in SECONDS]",
    example: "Night bloom go 2 in 3",
    what: "starts the next cue of a list, or one by its number, in its own times or another",
    pattern: /^(?<card>[^:]+?) go(?: (?<number>\d+(?:\.\d{1,3})?))?(?: in (?<seconds>\S+))?$/i,
    read: ({ card, number, seconds }, context) => {
      const found = cardMeant(card!, context);
      if (!found.ok) return found;
      const { show } = context;
      const cue = number === undefined ? undefined : show.cuesOf(found.value.listId).find((each) => each.number === Number(number));
      if (number !== undefined && !cue) return notRead(number, "the list has no cue of this number");
      const time = seconds === undefined ? undefined : secondsOf(seconds, 3600);
      if (time === null) return notRead(seconds!, "write seconds, such as 3");
      const name = cardName(show, found.value);
      const tail = `${cue ? ` ${cue.number}` : ""}${time === undefined ? "" : ` in ${time}`}`;
      const command: PlayCommand = {
        type: "go",
        playbackId: found.value.id,
        ...(cue ? { cueId: cue.id } : {}),
        ...(time === undefined ? {} : { seconds: time }),
      };
      return does(
        `${name} go${tail}`,
        `${name}: ${cue ? `cue ${cue.number}` : "the next cue"}${time === undefined ? "" : ` in ${time} s`}`,
        { play: [command] },
      );
    },
  },
  {
    form: "MASTER tap · hold · run · resync",
    example: "Pulse tap",
    what: "what is done to a speed master",
    pattern: /^(?<master>[^:]+?) (?<act>tap|hold|run|resync)$/i,
    read: ({ master, act }, { show }) => {
      const found = named(show.all("master"), master!, { name: ({ name }) => name, what: "speed master" });
      if (!found.ok) return found;
      const { type, what } = ON_MASTERS[act!.toLowerCase() as keyof typeof ON_MASTERS];
      return does(`${found.value.name} ${act!.toLowerCase()}`, `${found.value.name}: ${what}`, {
        play: [{ type, masterId: found.value.id }],
      });
    },
  },
  ...BOARD_ACTS,
  ...TARGET_ACTS,
  ...SONG_ACTS,
];
