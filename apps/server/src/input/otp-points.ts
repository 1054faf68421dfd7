import type { OtpAddress, Show, Target } from "@vexa/core";
import type { otp } from "@vexa/formats";
import { heardOf, type HeardTarget } from "./heard-target";

/** A source that says nothing for so long has no say any more: another one's word counts. */
const SILENT_MS = 1000;
/** A sample that is older than the last by more than this is no straggler: its source has begun anew. */
const STRAGGLES_MICROS = 1e6;

/** Who has the say over a target. */
interface Source {
  readonly cid: string;
  readonly priority: number;
  readonly micros: number;
  readonly atMs: number;
}

/**
 * Reads points of OTP as words of targets. Of several sources of a point the one of the highest priority counts, of equals the one that was
 * there first; samples that come out of order are left out.
 */
export class OtpPoints {
  readonly #sources = new Map<string, Source>();
  #targets: readonly Target[] = [];
  #byPoint: ReadonlyMap<string, Target> = new Map();

  /** What a message says of the show's targets. */
  hear(show: Show, { cid, system, points }: otp.OtpTransform, nowMs: number): HeardTarget[] {
    this.#take(show.all("target"));
    const source = Buffer.from(cid).toString("hex");
    return points.flatMap(({ priority, group, point, micros, place }) => {
      const target = this.#byPoint.get(keyOf({ system, group, point }));
      if (!target || !this.#counts(target.id, { cid: source, priority, micros, atMs: nowMs })) return [];
      return heardOf(show, target, place) ?? [];
    });
  }

  #take(targets: readonly Target[]): void {
    if (targets === this.#targets) return;
    this.#targets = targets;
    this.#byPoint = new Map(targets.flatMap((target) => (target.otp ? [[keyOf(target.otp), target]] : [])));
    const ids = new Set(targets.map(({ id }) => id));
    for (const id of this.#sources.keys()) if (!ids.has(id)) this.#sources.delete(id);
  }

  #counts(targetId: string, now: Source): boolean {
    const before = this.#sources.get(targetId);
    if (before && now.atMs - before.atMs <= SILENT_MS) {
      if (before.cid !== now.cid && now.priority <= before.priority) return false;
      const behind = before.micros - now.micros;
      if (before.cid === now.cid && behind >= 0 && behind <= STRAGGLES_MICROS) return false;
    }
    this.#sources.set(targetId, now);
    return true;
  }
}

const keyOf = ({ system, group, point }: OtpAddress): string => `${system}/${group}/${point}`;
