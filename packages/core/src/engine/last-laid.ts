import type { Blocks } from "./blocks";
import { MIXED, type Runs } from "./runs";
import type { Seen } from "./seen";
import type { Source } from "./source";

/** What a source said when it was laid last, so that only what has moved since is merged again. */
export class LastLaid {
  readonly #progress: Float64Array;
  #settled = false;
  /** Factors of rows that raise and of rows that replace. */
  readonly #factors = Float64Array.of(NaN, NaN);

  constructor({ progress }: Source) {
    this.#progress = new Float64Array(progress.length).fill(NaN);
  }

  /** Marks what of the source has moved since, and keeps how it is now; where that is nothing, it may come to rest. */
  markMoved(source: Source, { plain, snapping, highest, lowest }: Seen, blocks: Blocks): void {
    const { level, weight, scalesAll, settled, progress } = source;
    const gain = weight * level;
    const share = scalesAll ? gain : weight;
    const raised = gain !== this.#factors[0];
    const replaced = share !== this.#factors[1];
    const fading = !settled || !this.#settled;
    if (raised || replaced || fading) {
      this.#markRuns(source, plain, replaced, blocks);
      // Within one function what snaps goes along with its source.
      this.#markRuns(source, snapping, replaced, blocks);
      this.#markRuns(source, highest, raised, blocks);
      this.#markRuns(source, lowest, raised, blocks);
    } else if (source.standsStill) source.rests = true;
    markMotions(source, blocks);
    source.follows.mark(blocks);
    this.#factors[0] = gain;
    this.#factors[1] = share;
    this.#settled = settled;
    // What has arrived goes no further.
    if (fading) this.#progress.set(progress);
  }

  /** `scaled`: their factor is another one now. */
  #markRuns(source: Source, runs: Runs, scaled: boolean, blocks: Blocks): void {
    const fading = !source.settled || !this.#settled;
    const everyRow = fading && (source.beneath !== null || source.travel.size > 0);
    for (let at = 0; at < runs.count; at++) {
      const timing = runs.timings[at]!;
      const moved = scaled || everyRow || (fading && (timing === MIXED || source.progress[timing] !== this.#progress[timing]));
      if (moved) blocks.markRange(runs.parameters[at]!, runs.lengths[at]!);
    }
  }
}

function markMotions({ motions: { runs }, compiled: { motions, parameters } }: Source, blocks: Blocks): void {
  const { count, begins, ends, alike } = runs;
  const { targets } = motions;
  for (let run = 0; run < count; run++) {
    const [begin, end] = [begins[run]!, ends[run]!];
    // Rows that follow each other rise by parameter; where there are gaps between them, more is marked than moves.
    const first = parameters[targets[begin]!]!;
    if (alike[run] === 1) blocks.markRange(first, parameters[targets[end - 1]!]! - first + 1);
    else for (let at = begin; at < end; at++) blocks.mark(parameters[targets[at]!]!);
  }
}
