import { EngineHost } from "../engine-host/engine-host";
import { readLastFrame } from "../engine-host/last-frame";
import { steadySeconds } from "../engine-host/messages";
import type { SacnTarget } from "../output/sacn-output";
import { keptFiles, keptHead, type KeptFiles } from "./read-kept";
import { LEADS_PRIORITY, sourceOf } from "./sacn-source";

/** A clock of a former run that is further off than this was another day's. */
const CLOCK_TRUST_SECONDS = 5;

interface Options {
  /** Where the journal and the last frame are kept; null keeps nothing. */
  readonly folder: string | null;
  readonly targets: readonly SacnTarget[];
  /** None = that of the show. */
  readonly cid?: string;
}

/** An engine that plays already, or reads what it will play, before the rest of its process is there. */
export interface EngineAhead {
  readonly host: EngineHost;
  /** What it reads; null = it has its show. */
  readonly files: KeptFiles | null;
}

/** The engine of the show that is kept: its thread is loaded and reads it by itself. Null when none is kept. */
export function engineAhead(options: Options): EngineAhead | null {
  const { folder, targets, cid } = options;
  const [files] = folder === null ? [] : keptFiles(`${folder}/show`);
  const kept = files && keptHead(files);
  if (!kept) return null;
  const sacn = sourceOf({ targets, ...kept, cid: cid ?? kept.cid }, LEADS_PRIORITY);
  return { host: new EngineHost({ records: files, sacn, ...goesOn(options) }), files };
}

/** From where an engine goes on: the file of its last frame, and the clock of then, unless that is another day's. */
export function goesOn({ folder }: Pick<Options, "folder">): { readonly lastFrame?: string; readonly clockOffset?: number } {
  if (folder === null) return {};
  const lastFrame = `${folder}/last-frame`;
  const last = readLastFrame(lastFrame);
  const offset = Date.now() / 1000 - steadySeconds();
  return { lastFrame, ...(last && Math.abs(last.clockOffset - offset) < CLOCK_TRUST_SECONDS ? { clockOffset: last.clockOffset } : {}) };
}
