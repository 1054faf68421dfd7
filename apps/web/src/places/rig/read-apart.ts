import type { Result } from "@vexa/core";
import type { csv, gdtf, mvr } from "@vexa/formats";

export interface AskedFile {
  readonly as: "lamp" | "plan" | "table";
  readonly name: string;
  readonly bytes: Uint8Array;
}

interface Read {
  readonly lamp: gdtf.ReadProfile;
  readonly plan: mvr.ReadPlan;
  readonly table: readonly csv.TableRow[];
}

const LARGEST = { lamp: 64, plan: 512, table: 16 } as const;
/** No honest file takes so long. */
const WITHIN_MS = { lamp: 10_000, plan: 60_000, table: 10_000 } as const;

/** Reads a file in a worker of its own; a sentence where it is too large or takes too long. `signal` ends it. */
export async function readApart<K extends keyof Read>(as: K, file: File, signal?: AbortSignal): Promise<Result<Read[K]> | string> {
  if (file.size > LARGEST[as] * 1048576) return `${file.name} can't be read: it is larger than ${LARGEST[as]} MB. Nothing was changed.`;
  const bytes = new Uint8Array(await file.arrayBuffer());
  const worker = new Worker(new URL("./file-worker.ts", import.meta.url), { type: "module" });
  let late = 0;
  try {
    return await new Promise<Result<Read[K]> | string>((resolve) => {
      late = window.setTimeout(() => resolve(`${file.name} can't be read: it takes too long. Nothing was changed.`), WITHIN_MS[as]);
      signal?.addEventListener("abort", () => resolve(`${file.name} was left out. Nothing was changed.`));
      worker.onmessage = ({ data }: MessageEvent<Result<Read[K]>>) => resolve(data);
      worker.onerror = () => resolve(`${file.name} can't be read. Nothing was changed.`);
      worker.postMessage({ as, name: file.name, bytes } satisfies AskedFile);
    });
  } finally {
    clearTimeout(late);
    worker.terminate();
  }
}
