import { EventEmitter } from "node:events";
import { rmSync } from "node:fs";
import { applyInPlace, type ShowRecord } from "@vexa/core";
import { EngineHost } from "../engine-host/engine-host";
import { steadySeconds } from "../engine-host/messages";
import { FOLLOWS_PRIORITY, sourceOf } from "../stage/sacn-source";
import type { JournalLine } from "../stage/open-book";
import { StageJournal, type KeptShow } from "../stage/stage-journal";
import type { StageServerOptions } from "../stage/stage-server";
import { Wire } from "../stage/wire";
import { sealedConnect } from "./sealed";
import type { ToStandby } from "./standby-messages";

/** How it stands with the one that leads. */
export type FollowerNews = "in step" | "lost" | "left";

const AGAIN_AFTER_MS = 100;
/** Nothing was heard for so long: whoever leads hangs, or the network is cut. */
const SILENT_AFTER_MS = 2000;
/** Its clock is known after so many beats: the one that came fastest counts. */
const BEATS = 3;

/**
 * The engine of a standby: it has the same show, plays along with it on a stream of its own that counts for less, and writes down what the
 * one that leads writes down, so that it can go on from there at any moment.
 */
export class Follower extends EventEmitter<{ news: [news: FollowerNews] }> {
  readonly #options: StageServerOptions & { readonly folder: string };
  #wire: Wire | null = null;
  #heardMs = 0;
  #address: string | null = null;
  #show: KeptShow | null = null;
  #records = new Map<string, ShowRecord>();
  #seq = 0;
  #journal: StageJournal | null = null;
  #host: EngineHost | null = null;
  #offsets: number[] = [];
  #stopped = false;
  readonly #watch = setInterval(() => this.#lookAfter(), AGAIN_AFTER_MS);

  constructor(options: StageServerOptions & { readonly folder: string }) {
    super();
    this.#options = options;
  }

  /** Follows whoever leads at this address, "127.0.0.1:40123"; null while nobody is known to. */
  follow(address: string | null): void {
    if (address === this.#address) return;
    this.#address = address;
    this.#wire?.close();
  }

  /** Ends following and gives the engine, which goes on playing; null while there was nothing to play. */
  async handOver(): Promise<EngineHost | null> {
    const host = this.#host;
    this.#host = null;
    await this.#end();
    return host;
  }

  async stop(): Promise<void> {
    await this.#end();
    await this.#host?.stop();
  }

  async #end(): Promise<void> {
    this.#stopped = true;
    clearInterval(this.#watch);
    this.#wire?.close();
    await this.#journal?.close();
  }

  #lookAfter(): void {
    if (this.#wire) {
      if (performance.now() - this.#heardMs > SILENT_AFTER_MS) this.#wire.close();
      return;
    }
    const [host, port] = this.#address?.split(":") ?? [];
    if (!host || this.#stopped) return;
    const socket = sealedConnect({ host, port: Number(port), secret: this.#options.secret }, () => undefined);
    this.#heardMs = performance.now();
    const wire: Wire = new Wire(socket, {
      heard: (message) => {
        if ("json" in message && wire === this.#wire) this.#hear(message.json as ToStandby);
      },
      closed: () => {
        if (wire !== this.#wire) return;
        this.#wire = null;
        this.#offsets = [];
        if (!this.#stopped) this.emit("news", "lost");
      },
    });
    this.#wire = wire;
  }

  #hear(message: ToStandby): void {
    this.#heardMs = performance.now();
    switch (message.type) {
      case "stands":
        void this.#begin(message);
        break;
      case "line":
        this.#take(message.line);
        break;
      case "beat":
        this.#beat(message.now);
        break;
      case "leaves":
        this.emit("news", "left");
    }
  }

  async #begin({ show, seq, savedSeq, open, records }: Extract<ToStandby, { type: "stands" }>): Promise<void> {
    // Nothing was missed: the engine needn't begin anew.
    const same =
      this.#show?.cid === show.cid && this.#seq === seq && JSON.stringify([...this.#records.values()]) === JSON.stringify(records);
    this.#show = show;
    this.#seq = seq;
    this.#records = new Map(records.map((record) => [record.id, record]));
    const before = this.#journal;
    // What lies there is older, or of another show.
    if (!same) rmSync(`${this.#options.folder}/show`, { recursive: true, force: true });
    this.#journal = new StageJournal(`${this.#options.folder}/show`, { ...show, seq, savedSeq, open, records: () => this.#records });
    if (!same) {
      const host = this.#host;
      this.#host = null;
      await host?.stop("silently");
    }
    await before?.close();
  }

  #take(line: JournalLine): void {
    if ("edit" in line) {
      if (line.seq !== this.#seq + 1) return this.#wire?.close();
      for (const change of line.edit.changes) applyInPlace(this.#records, change);
      this.#seq = line.seq;
      this.#host?.apply(this.#host.now(), line.edit.changes);
    }
    try {
      this.#journal?.write(line);
    } catch (error) {
      // As on a full disk: it isn't in step any more, and begins anew.
      this.#options.log.error({ err: error }, "what the other engine wrote down can't be written down here");
      this.#seq = 0;
      this.#wire?.close();
    }
  }

  /** The offset of whoever leads is at least what a beat tells; the one that was under way least tells it best. */
  #beat(now: number): void {
    if (!this.#show || this.#offsets.length === BEATS) return;
    if (this.#offsets.push(now - steadySeconds()) < BEATS) return;
    if (this.#host) {
      this.emit("news", "in step");
      return;
    }
    const { folder, targets, cid } = this.#options;
    const host = new EngineHost({
      records: () => [...this.#records.values()],
      sacn: sourceOf({ targets, cid: cid ?? this.#show.cid, name: this.#show.name }, FOLLOWS_PRIORITY),
      clockOffset: Math.max(...this.#offsets),
      lastFrame: `${folder}/last-frame`,
    });
    this.#host = host;
    // It tells its health when it has sent frames for a second.
    host.once("health", () => host === this.#host && this.#wire && this.emit("news", "in step"));
  }
}
