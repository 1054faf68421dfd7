import { useEffect, useRef, useState } from "react";
import { refuse } from "../../../ui/messages";
import { filmOfFile, type Film } from "./take-film";
import type { Dots } from "./take-picture";

/** A file that is being taken in: how far it is, 0..1. */
interface TakingNow {
  readonly part: number;
  readonly cancel: () => void;
}

/** Takes files in, one at a time; `onTaken` as it is when one is done, for what it is for may have changed meanwhile. */
export function useTaking(onTaken: (name: string, taken: Film | Dots) => void): {
  readonly taking: TakingNow | null;
  readonly take: (file: File) => void;
} {
  const [taking, setTaking] = useState<TakingNow | null>(null);
  const wanted = useRef<AbortController | null>(null);
  const latest = useRef(onTaken);
  useEffect(() => void (latest.current = onTaken));
  // Whoever leaves doesn't want it any more.
  useEffect(() => () => wanted.current?.abort(), []);
  const take = (file: File): void => {
    const own = new AbortController();
    wanted.current = own;
    const onProgress = (part: number): void => setTaking({ part, cancel: () => own.abort() });
    onProgress(0);
    void filmOfFile(file, { onProgress, signal: own.signal })
      .then((taken) => latest.current(file.name.replace(/\.[^.]*$/, ""), taken))
      .catch((trouble: Error) => refuse(own.signal.aborted ? `${file.name} wasn't taken. Nothing was changed.` : trouble.message))
      .finally(() => setTaking(null));
  };
  return { taking, take };
}
