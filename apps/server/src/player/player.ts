import { createHash, randomUUID } from "node:crypto";
import { mkdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import type { Logger } from "pino";
import {
  explain,
  fail,
  ok,
  Show,
  timeCard,
  type Health,
  type Page,
  type Person,
  type Playback,
  type Result,
  type ShowRecord,
} from "@vexa/core";
import { showFile } from "@vexa/formats";
import { readLastFrame } from "../engine-host/last-frame";
import { steadySeconds } from "../engine-host/messages";
import type { SacnTarget } from "../output/sacn-output";
import { Stage } from "../stage/stage";
import { NOTHING_OPEN } from "../stage/open-book";
import { readKept } from "../stage/read-kept";
import { StageJournal } from "../stage/stage-journal";
import type { DoorStorage } from "../storage/commit";

export interface PlayerOptions {
  /** Path of a show's file. */
  readonly file: string;
  /** Names of the lists that are started, unless they run already since before a restart. */
  readonly lists: readonly string[];
  readonly targets: readonly SacnTarget[];
  readonly oscPort: number | null;
  /** Where it remembers what it was doing, a folder for each file within. */
  readonly folder: string;
  readonly log: Logger;
}

/** A clock of a former run that is further off than this was another day's. */
const CLOCK_TRUST_SECONDS = 5;
const PLAYER: Person = { id: "person-player", kind: "person", version: 1, name: "Player", initials: "Pl", role: "lead" };

/** Nothing is recorded: what is played lives in the journal beside the player. */
const NOWHERE: DoorStorage = { commit: () => Promise.resolve(null), findUndo: () => Promise.resolve(null) };

/** Runs a show's file by itself: engine, outputs, OSC, timecode and times of day, without database, browser and people. */
export class Player {
  readonly #stage: Stage;
  readonly #journal: StageJournal;
  readonly #name: string;
  #health: Health | null = null;

  private constructor(of: { stage: Stage; journal: StageJournal; name: string }) {
    this.#stage = of.stage;
    this.#journal = of.journal;
    this.#name = of.name;
    this.#stage.on("health", (health) => (this.#health = health));
  }

  /** Errors: file.unreadable, value.invalid for a list that the file hasn't got. */
  static async open(options: PlayerOptions): Promise<Result<Player>> {
    const { file, lists, targets, oscPort, log } = options;
    let bytes: Uint8Array;
    try {
      bytes = readFileSync(file);
    } catch (error) {
      return fail("file.unreadable", { name: file, why: error instanceof Error ? error.message : String(error) });
    }
    const read = showFile.read(bytes, file);
    if (!read.ok) return read;
    const { name } = read.value;
    const folder = join(options.folder, createHash("sha256").update(bytes).digest("hex").slice(0, 16));
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const kept = readKept(`${folder}/show`);
    const records: ReadonlyMap<string, ShowRecord> =
      kept?.records ?? new Map(withPlayer(read.value.records).map((record) => [record.id, record]));
    const wanted = withCards(new Show(records), lists);
    if (!wanted.ok) return wanted;
    const { show, cards } = wanted.value;
    const [seq, cid] = [kept?.seq ?? 0, kept?.cid ?? randomUUID()];
    const lastFrame = `${folder}/last-frame`;
    const last = readLastFrame(lastFrame);
    const offset = Date.now() / 1000 - steadySeconds();
    let stage: Stage | null = null;
    const journal = new StageJournal(`${folder}/show`, {
      ...{ cid, name, seq, savedSeq: seq, open: NOTHING_OPEN },
      records: () => (stage ?? { show }).show.records,
    });
    stage = await Stage.open({
      ...{ show, seq, storage: NOWHERE, targets, cid, name, oscPort, journal, lastFrame, log },
      ...(last && Math.abs(last.clockOffset - offset) < CLOCK_TRUST_SECONDS ? { clockOffset: last.clockOffset } : {}),
    });
    const player = new Player({ stage, journal, name });
    for (const card of cards) await player.#start(card);
    return ok(player);
  }

  get show(): Show {
    return this.#stage.show;
  }
  get oscPort(): number | null {
    return this.#stage.oscPort;
  }

  /** What it does now, in a line. */
  status(): string {
    const { show } = this.#stage;
    const running = show.all("playback").flatMap((card): string[] => {
      const cue = show.get("cue", show.playbackState(card.id)?.cueId);
      return cue ? [`${show.get("cueList", card.listId)?.name ?? "?"} ${cue.number}`] : [];
    });
    const health = this.#health;
    const frames = health
      ? `${health.framesPerSecond.toFixed(1)} frames/s, ${health.lateFrames} late, ${Math.round(health.packetsPerSecond)} packets/s`
      : "starting";
    return `${this.#name}: ${running.length > 0 ? running.join(", ") : "nothing runs"} · ${frames}`;
  }

  async stop(): Promise<void> {
    await this.#stage.stop();
    await this.#journal.close();
  }

  /** What runs since before a restart goes on. */
  async #start(card: Playback): Promise<void> {
    if (this.show.playbackState(card.id)?.cueId) return;
    const lead = this.show.all("person").find(({ role }) => role === "lead") ?? PLAYER;
    const done = await this.#stage.play(lead, { type: "go", playbackId: card.id }, undefined);
    if (!done.ok) throw new Error(explain(done.error));
  }
}

/** The file's records with somebody who may play: files carry names, and perhaps no lead. */
function withPlayer(records: readonly ShowRecord[]): ShowRecord[] {
  const lead = records.some((record) => record.kind === "person" && record.role === "lead");
  return lead ? [...records] : [...records, PLAYER];
}

/** The cards of the lists by these names; a list without one gets one, on a page of the player's own. */
function withCards(show: Show, names: readonly string[]): Result<{ show: Show; cards: Playback[] }> {
  const records = new Map(show.records);
  const cards: Playback[] = [];
  for (const name of names) {
    const list = show.all("cueList").find((each) => each.name.toLowerCase() === name.trim().toLowerCase());
    if (!list)
      return fail("value.invalid", {
        field: "The list",
        value: name,
        why: `the file has ${
          show
            .all("cueList")
            .map((each) => each.name)
            .join(", ") || "none"
        }`,
      });
    const present = timeCard(show, list.id);
    const card: Playback = present ?? {
      ...{ id: `playback-player-${cards.length}`, kind: "playback", version: 1, pageId: PAGE.id, listId: list.id },
      ...{ column: 0, row: cards.length, columns: 1, rows: 1, releaseSeconds: 1, startsOnRaise: false, letsGoAtZero: false },
    };
    if (!present) {
      records.set(PAGE.id, PAGE);
      records.set(card.id, card);
    }
    cards.push(card);
  }
  return ok({ show: new Show(records), cards });
}

const PAGE: Page = { id: "page-player", kind: "page", version: 1, name: "Player", rank: 0, territoryId: null };
