import { octetsPerFrame, unlikePlain } from "./allocations";
import { crewCost } from "./crew";
import { crowdFrame, crowdRecords, FRAME_MS } from "./crowd";
import {
  againstPlain,
  editInFrames,
  eightFadersShare,
  frameTimes,
  groupEditInFrames,
  heapGrowth,
  idleShare,
  loopsAgainstPlain,
  NOTHING_HIDES,
  oneFaderShare,
  presetEditInFrames,
} from "./frame-time";
import { followingFrame } from "./following-frame";
import { fieldDelay, largeRigInBrowser } from "./in-browser";
import { largeEditMs } from "./large-edit";
import { commandToPacket } from "./latency";
import { goToLastInFrames } from "./long-list";
import { moveFixtureInFrames } from "./move-fixture";
import { openingBeside } from "./opening";
import { startToPacket } from "./start-up";
import { movingShare } from "./moving-share";
import { veilFrame } from "./veil-frame";

/** One line of the results. */
export interface Row {
  readonly what: string;
  readonly value: string;
  readonly target: string;
}

/** What a group measures with; `rounds` are fewer when it has to be quick. */
interface Measuring {
  readonly quick: boolean;
  readonly rounds: number;
  readonly tell: (what: string, value: string, target: string) => void;
}

const shown = (value: number, digits = 2): string => value.toFixed(digits);

/** Measures by name; each group runs in a process of its own, as the engine does: what ran before would cost it up to a third. */
export const GROUPS = {
  frame({ rounds, quick, tell }) {
    const large = frameTimes(256, rounds);
    const of = ({ universes, parameters, contributions }: typeof large): string =>
      `frame, ${universes} universes, ${parameters} parameters, ${contributions} contributions, over bare`;
    tell(of(large), `x ${shown(large.ratio)}`, "<= 2");
    tell("  in ms: engine, bare", `${shown(large.engineMs)} ${shown(large.bareMs)}`, "");
    const small = frameTimes(16, rounds);
    tell(of(small), `x ${shown(small.ratio)}`, "<= 2");
    const growth = large.engineMs / small.engineMs / (large.contributions / small.contributions);
    tell("growth from 16 to 256 universes, over linear in contributions", `x ${shown(growth)}`, "<= 1.15");
    for (const [how, of] of Object.entries(NOTHING_HIDES))
      tell(`frame, 256 universes, nothing hidden: ${how}, over bare`, `x ${shown(frameTimes(256, rounds, of).ratio)}`, "<= 4");
    const plain = againstPlain(16, quick ? 5 : 20);
    tell(`plain object engine over ours, 16 universes, ${plain.frames} frames with equal octets`, `x ${shown(plain.ratio, 1)}`, ">= 12");
  },
  loops({ rounds, tell }) {
    const { loopsMs, plainMs } = loopsAgainstPlain(256, rounds);
    tell("frame, 256 universes, all fading: loops in WebAssembly over TypeScript", `x ${shown(loopsMs / plainMs)}`, "<= 0.67");
    tell("  in ms: WebAssembly, TypeScript", `${shown(loopsMs)} ${shown(plainMs)}`, "");
  },
  rest({ tell }) {
    tell("a frame in which nothing changed, over a full one, 256 universes", `${shown(100 * idleShare(256), 3)} %`, "<= 1 %");
  },
  faders({ rounds, tell }) {
    const [one, eight] = [oneFaderShare(256, rounds), eightFadersShare(256, rounds)];
    tell("one fader moves and all else rests, over a full frame, 256 universes", `x ${shown(one.share)}`, "<= 0.10");
    tell("  in ms", shown(one.ms), "");
    tell("eight faders move and a frame, 256 universes, over a full frame", `x ${shown(eight.share)}`, "<= 1.2");
    tell("  in ms", shown(eight.ms), "");
  },
  rig({ tell }) {
    for (const field of ["position", "patch"] as const)
      tell(
        `another ${field} of a fixture beside 64 fading playbacks, 256 universes, in frames until it is out`,
        shown(moveFixtureInFrames(field)),
        "<= 1",
      );
  },
  universes({ rounds, tell }) {
    const taller = frameTimes(1024, Math.min(rounds, 100));
    tell("frame, 1,024 universes, all fading, one core, in frames", shown(taller.engineMs / FRAME_MS), "<= 1");
  },
  edits({ tell, quick }) {
    tell("edit of one attribute that 2,000 heads of a running cue show, compiled, in frames", shown(editInFrames()), "<= 0.3");
    tell("edit of which 2,000 heads a running cue of 16 attributes is about, in frames", shown(groupEditInFrames()), "<= 1");
    tell(
      "edit of a preset used in 400 of 1,000 cues, two of them playing on 1,000 heads each, in frames",
      shown(presetEditInFrames()),
      "<= 0.3",
    );
    tell("10,000 changes over 10,000 records, without the database, in ms", shown(largeEditMs(quick ? 5 : 20), 0), "<= 250");
    tell("go to the last of 2,000 cues until it is compiled, in frames", shown(goToLastInFrames()), "state within 1");
  },
  motions({ rounds, tell }) {
    const moving = movingShare(rounds);
    tell(`${moving.attributes} attributes moving at once at 44.1 Hz, share of a core`, `${shown(100 * moving.share, 1)} %`, "");
  },
  following({ rounds, tell }) {
    const { walking, standing, word } = followingFrame(rounds);
    // A millisecond, as 8-pictures-and-targets.md has it.
    tell("500 heads follow 20 targets that all walk, a frame's work in frames", shown(walking, 4), "<= 0.044");
    tell("  the same while nobody walks, in frames", shown(standing, 5), "<= 0.001");
    tell("  a word of a target, taken in by the engine, in frames", shown(word, 5), "");
  },
  veils({ rounds, tell }) {
    const { heads, showing, longest, laid, hidden } = veilFrame(Math.min(rounds, 200));
    // Four milliseconds, as 8-pictures-and-targets.md has it.
    tell(`${heads} heads under three veils, a frame's work in frames`, shown(showing, 3), "<= 0.176");
    tell("  the longest of these frames, in frames", shown(longest, 3), "<= 1");
    tell("  the edit that lays all three over them, in frames", shown(laid, 1), "");
    tell("  the same three at an opacity of 0, in frames", shown(hidden, 5), "<= 0.001");
  },
  heap({ quick, tell }) {
    const frames = quick ? 10_000 : 100_000;
    tell(`heap after ${frames} frames, octets per frame`, shown(heapGrowth(frames) / frames, 3), "0 (flat)");
    for (const [what, octets] of Object.entries(octetsPerFrame()))
      tell(`octets that a frame takes from the heap, 16 universes, ${what}`, shown(octets, 0), "<= 0");
  },
  unlike({ rounds, tell }) {
    const unlike = unlikePlain(Math.min(rounds, 200));
    tell("frame with fanned rates, 256 universes, over the plain case", `x ${shown(unlike.fannedRates)}`, "<= 1.2");
    tell("frame with colours that add, 256 universes, over the plain case", `x ${shown(unlike.addedColours)}`, "<= 1.2");
  },
  async latency({ quick, tell }) {
    const latency = await commandToPacket(quick ? 100 : 400);
    tell("command to packet in frames: median", shown(latency.median), "< 1");
    tell("command to packet in frames: p99", shown(latency.p99), "< 1.6");
    tell("command to packet in frames: worst", shown(latency.worst), "");
    const paint = await commandToPacket(quick ? 100 : 400, { how: "paint" });
    tell("  a touch of a bed to its packet in frames: median", shown(paint.median), "<= 2");
    tell("  a touch of a bed to its packet in frames: p99", shown(paint.p99), "<= 2");
    tell("  beside it, lateness of a bare timer in frames: p99", shown(latency.waiterP99), "");
  },
  async opening({ quick, tell }) {
    for (const state of ["at rest", "fading"] as const) {
      const { seconds, longestGapFrames, lateFrames } = await openingBeside(state);
      tell(`another show of 256 universes and 1,000 cues opened, one ${state} on stage: seconds until it is there`, shown(seconds), "<= 3");
      tell("  frames that were late meanwhile", shown(lateFrames, 0), "<= 0");
      if (state === "fading") tell("  longest time between two packets of a universe, in frames", shown(longestGapFrames), "<= 2");
    }
    tell(
      "start of the engine's process to its first packet, 256 universes, 1,000 cues, seconds",
      shown(await startToPacket(quick ? 1 : 5)),
      "<= 1",
    );
  },
  async crowd({ rounds, quick, tell }) {
    const crowd = crowdFrame(rounds);
    tell(`${crowd.running} playbacks running over the demo's rig, a frame's work in frames`, shown(crowd.frameMs / FRAME_MS, 3), "");
    tell("  who hides whom among them, in frames, three times a second", shown(crowd.showingsMs / FRAME_MS, 3), "");
    const steadyNow = Number(process.hrtime.bigint()) / 1e9;
    const goes = await commandToPacket(quick ? 100 : 400, { beside: crowdRecords(steadyNow), how: "go" });
    tell("  a go beside them to its packet in frames: median", shown(goes.median), "<= 1.5");
    tell("  a go beside them to its packet in frames: p99", shown(goes.p99), "<= 2");
    tell("  a go beside them to its packet in frames: worst", shown(goes.worst), "");
  },
  async crew({ quick, tell }) {
    for (const dragging of [4, 16]) {
      const crew = await crewCost(quick ? 4 : 15, dragging);
      const all = dragging === 16;
      tell(
        `16 people, 2,000 heads, ${dragging} of them dragging ten times a second: traffic to each`,
        `${shown(crew.kilobytesASecond, 0)} kB/s`,
        all ? "<= 60" : "",
      );
      tell("  the server's share of a core, all its threads", `${shown(100 * crew.share, 0)} %`, all ? "<= 60" : "");
      for (const [what, { median, p99 }] of [
        ["hears of it", crew.heardMs],
        ["sees the level", crew.seenMs],
      ] as const)
        tell(
          `  from one's touch until another ${what}, ${dragging} dragging, in frames: median and p99`,
          `${shown(median / FRAME_MS, 1)} ${shown(p99 / FRAME_MS, 1)}`,
          "p99 <= 4.4",
        );
      const { goMs, waiterMs } = crew;
      tell(`  a go beside ${dragging} dragging to its packet, in frames: median`, shown(goMs.median / FRAME_MS), "< 1");
      tell("  p99 beyond that of a bare timer", shown((goMs.p99 - waiterMs.p99) / FRAME_MS), "< 2");
      const { lateMs } = crew;
      tell("  the latest frame meanwhile, in frames", shown(lateMs.meanwhile / FRAME_MS), "<= 1");
      tell("  and in the seconds after", shown(lateMs.afterwards / FRAME_MS), "<= 1");
    }
  },
  async browser({ tell }) {
    const { drag, zoom } = await largeRigInBrowser();
    tell("a knot dragged over 2,000 heads, software rendering: ms between two pictures, p95", shown(drag.betweenP95, 1), "<= 30");
    tell("  the page's longest task, ms (0: none over 50)", shown(drag.longestTask, 0), "<= 50");
    tell("  the stage of these zoomed by the wheel: ms between two pictures, p95", shown(zoom.betweenP95, 1), "<= 30");
    const field = await fieldDelay();
    tell("a knot dragged over 56 heads: pointer to the lane's own field, ms: median", shown(field.median, 1), "<= 17");
    tell("  p95", shown(field.p95, 1), "<= 34");
  },
} satisfies Record<string, (of: Measuring) => void | Promise<void>>;

export type GroupName = keyof typeof GROUPS;
