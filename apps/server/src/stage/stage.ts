import { randomUUID } from "node:crypto";
import { EventEmitter } from "node:events";
import type { Logger } from "pino";
import { actorBy, LevelFeed } from "@vexa/core";
import type { Answer, HeadAttribute, LoanCommand, Person, PlayCommand, Show, ShowRecord, Trace, Transaction } from "@vexa/core";
import { EngineHost } from "../engine-host/engine-host";
import { openOsc, type OscInput } from "../input/osc-input";
import { SacnOthers } from "../input/sacn-others";
import { SacnInputs } from "../input/sacn-inputs";
import { Strangers } from "../input/strangers";
import { TimecodeInput } from "../input/timecode-input";
import { WingLink } from "../input/wing-link";
import { ArtnetNodes } from "../output/artnet-nodes";
import { Speaker } from "../output/speaker";
import type { SacnTarget } from "../output/sacn-output";
import { LEADS_PRIORITY, sourceOf } from "./sacn-source";
import { Door } from "../show/door";
import type { DoorJournal } from "../show/door-journal";
import type { Left } from "../show/unsaved";
import { FollowOn } from "../show/follow-on";
import { LostTargets } from "../show/lost-targets";
import { MacroPlayer } from "../show/macro-player";
import { MoveDark } from "../show/move-dark";
import { giveWay } from "../show/give-way";
import { LoanClock } from "../show/loan-clock";
import type { DoorStorage } from "../storage/commit";
import type { BroughtBack, StageEvents, StagePort } from "./stage-port";

export interface StageOptions {
  readonly show: Show;
  readonly seq: number;
  /** Where recorded work goes; it may be away for a while. */
  readonly storage: DoorStorage;
  readonly targets: readonly SacnTarget[];
  /** The E1.31 component identifier of the stream, and the show's name. */
  readonly cid: string;
  readonly name: string;
  /** An engine that runs this show already, as a standby's. */
  readonly host?: EngineHost;
  /** Where OSC and OTP are heard: 0 takes a free port, null hears none. A taken port is logged, and none is heard. */
  readonly oscPort: number | null;
  /** This machine's address there; none = loopback. */
  readonly oscHost?: string | undefined;
  /** This machine's address at which OTP's multicast groups are heard, too; none = they aren't. */
  readonly otpAt?: string | undefined;
  readonly journal?: DoorJournal;
  readonly unsaved?: Left;
  /** The file in which the last frame is kept, and from which it goes on. */
  readonly lastFrame?: string;
  /** Show seconds minus steady seconds, of a run before this one. */
  readonly clockOffset?: number;
  readonly log: Logger;
}

/** So long the port may still be held by an engine that was killed a moment ago. */
const OSC_PORT_WITHIN_MS = 1000;

/** So often it is looked whether the engine sends yet. */
const LOOK_EVERY_MS = 20;

/**
 * All that must go on whatever happens to the web server: the door, the engine and its outputs, what comes due, OSC, timecode, wings, and
 * the journal of playing.
 */
export class Stage extends EventEmitter<StageEvents> implements StagePort {
  readonly door: Door;
  readonly host: EngineHost;
  readonly #followOn: FollowOn;
  readonly #lostTargets: LostTargets;
  readonly #moveDark: MoveDark;
  readonly #macros: MacroPlayer;
  readonly #loans: LoanClock;
  readonly #timecode: TimecodeInput;
  readonly #wings: WingLink;
  readonly #inputs: SacnInputs;
  readonly #others: SacnOthers;
  readonly #nodes: ArtnetNodes;
  readonly #speaker: Speaker;
  #levels = new LevelFeed(0);
  #osc: OscInput | null = null;
  #looksWhetherItSends: NodeJS.Timeout | undefined;
  /** In how many seconds what leaves goes over, by the edits that bring another show. */
  readonly #crossings = new Map<string, number>();
  readonly #strangers = new Strangers((strangers) => this.emit("strangers", strangers));

  private constructor(options: StageOptions) {
    super();
    const { show, seq, storage, log } = options;
    let door: Door | null = null;
    const records = (): readonly ShowRecord[] => [...(door?.show ?? show).records.values()];
    options.host?.handTo(records, LEADS_PRIORITY);
    this.host =
      options.host ??
      new EngineHost({
        records,
        sacn: sourceOf(options, LEADS_PRIORITY),
        ...(options.lastFrame === undefined ? {} : { lastFrame: options.lastFrame }),
        ...(options.clockOffset === undefined ? {} : { clockOffset: options.clockOffset }),
      });
    const { journal, unsaved } = options;
    const { now } = this.host;
    const values = (): ArrayLike<number> | null => this.host.values();
    door = new Door({ show, seq, storage, now, values, ...(journal ? { journal } : {}), ...(unsaved ? { unsaved } : {}) });
    this.door = door;
    this.door.on("changes", (number, transaction, at) => {
      const seconds = this.#crossings.get(transaction.id);
      if (seconds === undefined) this.host.apply(at, transaction.changes);
      else this.host.cross(seconds);
      this.emit("changes", number, transaction);
    });
    this.door.on("trouble", (error) => log.error({ err: error }, "the door had trouble"));
    this.host.on("trouble", (error) => log.error({ err: error }, "the engine had trouble"));
    this.host.on("again", (why) => this.emit("again", why));
    this.host.on("standing", (standing) => this.emit("standing", standing));
    this.#inputs = new SacnInputs({
      cid: sourceOf(options, LEADS_PRIORITY).cid,
      now: this.host.now,
      tell: (buffers) => this.host.hears(buffers),
      moved: (line, slots) => {
        const desk = actorBy(this.show, line.id);
        if (desk) this.#wings.hearSlots(line, slots, (command) => void this.play(desk, command, undefined));
      },
    });
    this.#others = new SacnOthers({ cid: sourceOf(options, LEADS_PRIORITY).cid, now: this.host.now });
    this.#nodes = new ArtnetNodes(this.host.now);
    const listen = (now: Show): void => {
      this.#nodes.take(now.all("output"));
      this.#inputs.take(now.all("input"));
      this.#others.take(now.all("output"), now.all("input"));
      this.#osc?.take(now);
    };
    listen(show);
    this.door.on("changes", () => listen(this.door.show));
    this.host.on("health", (health) => {
      const heard = { inputs: this.#inputs.health(), others: this.#others.heard(), nodes: this.#nodes.heard() };
      this.emit("health", { ...health, ...heard });
    });
    this.#followOn = new FollowOn(this.door, this.host.now);
    this.#lostTargets = new LostTargets(this.door, this.host.now);
    this.#loans = new LoanClock(this.door);
    giveWay(this.door, this.host);
    this.#moveDark = new MoveDark(this.door, this.host, this.host.now);
    const nothing = new Float32Array(0);
    this.#macros = new MacroPlayer(this.door, this.host.now, () => values() ?? nothing);
    this.#timecode = new TimecodeInput(this.door, this.host.now);
    this.#wings = new WingLink(
      () => this.door.show,
      (touch) => this.emit("touched", touch),
      (touch) => this.door.whenThere(touch),
    );
    this.door.on("changes", () => this.#wings.changed());
    this.#speaker = new Speaker(
      () => this.door.show,
      (said) => this.emit("said", said),
    );
    this.door.on("changes", (_, transaction, at) => this.#speaker.hear(transaction, at));
  }

  static async open(options: StageOptions): Promise<Stage> {
    const stage = new Stage(options);
    await stage.#hearOsc(options);
    stage.#layOutOnceItSends();
    return stage;
  }

  /** A large rig is laid out before the first edit asks for it, but not while the engine lays out its own: that would cost its first packet. */
  #layOutOnceItSends(): void {
    this.#looksWhetherItSends = setInterval(() => {
      if (!this.host.values()) return;
      clearInterval(this.#looksWhetherItSends);
      void this.show.rig;
    }, LOOK_EVERY_MS);
  }

  get show(): Show {
    return this.door.show;
  }
  get seq(): number {
    return this.door.seq;
  }
  /** Null while no OSC is heard. */
  get oscPort(): number | null {
    return this.#osc?.port ?? null;
  }

  now(): number {
    return this.host.now();
  }
  transact(person: Person, transaction: Transaction): Promise<Answer> {
    return this.door.transact(person, transaction);
  }
  undo(person: Person, direction: "undo" | "redo"): Promise<Answer> {
    return this.door.undo(person, direction);
  }
  play(person: Person, command: PlayCommand, atSeconds: number | undefined): Promise<Answer> {
    return this.door.play(person, command, atSeconds);
  }
  lend(person: Person, command: LoanCommand): Promise<Answer> {
    return this.door.lend(person, command);
  }
  async restore(person: Person, version: BroughtBack): Promise<Answer> {
    const { crossSeconds } = version;
    if (crossSeconds === undefined) return this.door.restore(person, version);
    // Others play on until it holds: what brings the other show is known by its edit.
    const editId = randomUUID();
    this.#crossings.set(editId, crossSeconds);
    try {
      return await this.door.restore(person, version, editId);
    } finally {
      this.#crossings.delete(editId);
    }
  }
  trace(of: HeadAttribute): Promise<Trace | null> {
    return this.host.trace(of);
  }
  levels(): LevelFeed | null {
    const values = this.host.values();
    if (!values) return null;
    if (this.#levels.parameterCount !== values.length) this.#levels = new LevelFeed(values.length);
    this.#levels.take(values);
    return this.#levels;
  }

  /** Receivers hear that the streams end; then what was played is saved. */
  async stop(): Promise<void> {
    clearInterval(this.#looksWhetherItSends);
    this.#followOn.stop();
    this.#lostTargets.stop();
    this.#moveDark.stop();
    this.#macros.stop();
    this.#loans.stop();
    this.#timecode.stop();
    await this.host.stop();
    await this.#osc?.close();
    await this.#wings.close();
    await this.#speaker.close();
    await this.#inputs.close();
    await this.#others.close();
    this.#nodes.close();
    this.#strangers.stop();
    await this.door.close();
  }

  async #hearOsc({ oscPort, oscHost, otpAt, log }: StageOptions): Promise<void> {
    if (oscPort === null) return;
    const until = performance.now() + OSC_PORT_WITHIN_MS;
    for (;;)
      try {
        this.#osc = await openOsc({
          host: oscHost ?? "127.0.0.1",
          port: oscPort,
          otpAt,
          show: () => this.show,
          play: (actor, command) => this.play(actor, command, undefined),
          mtc: (octets, actor) => this.#timecode.hear(octets, actor),
          stranger: (address, said) => this.#strangers.heard(address, said),
          wings: this.#wings,
          log,
        });
        return;
      } catch (error) {
        if (performance.now() < until) {
          await new Promise((resolve) => setTimeout(resolve, 50));
          continue;
        }
        log.warn({ err: error }, `OSC isn't heard: port ${oscPort} can't be had`);
        return;
      }
  }
}
