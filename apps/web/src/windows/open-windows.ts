import { WINDOW_PARTS, type WindowPart } from "./window-parts";

const KEY = "vexa-windows-open";
/** A window that is loaded anew is back sooner than this; one that was shut isn't. */
const BACK_MS = 2000;

type Said = { readonly is: "here" | "gone"; readonly part: WindowPart } | { readonly is: "asked" };

const channelOf = (personId: string): BroadcastChannel => new BroadcastChannel(`${KEY} ${personId}`);

/** In the order in which they stand in the menu. */
function kept(personId: string): readonly WindowPart[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(`${KEY} ${personId}`) ?? "[]");
    return Array.isArray(read) ? (Object.keys(WINDOW_PARTS) as WindowPart[]).filter((part) => read.includes(part)) : [];
  } catch {
    return [];
  }
}

function keep(personId: string, part: WindowPart, isOpen: boolean): void {
  const others = kept(personId).filter((other) => other !== part);
  localStorage.setItem(`${KEY} ${personId}`, JSON.stringify(isOpen ? [...others, part] : others));
}

/** In the window of a part: says that it is open, and that it goes. Ends what it began. */
export function tellOpen(personId: string, part: WindowPart): () => void {
  const channel = channelOf(personId);
  const say = (said: Said): void => channel.postMessage(said);
  const here = (): void => {
    keep(personId, part, true);
    say({ is: "here", part });
  };
  const gone = (): void => say({ is: "gone", part });
  channel.onmessage = ({ data }: MessageEvent<Said>) => {
    if (data.is === "asked") here();
  };
  here();
  window.addEventListener("pagehide", gone);
  return () => {
    window.removeEventListener("pagehide", gone);
    channel.close();
  };
}

/**
 * Where windows are opened from: the parts that had windows when all was shut last and have none now. One that is shut while this window
 * stays open isn't wanted back. Ends what it began.
 */
export function watchWindows(personId: string, onWanted: (parts: readonly WindowPart[]) => void): () => void {
  const channel = channelOf(personId);
  const open = new Set<WindowPart>();
  const going = new Map<WindowPart, ReturnType<typeof setTimeout>>();
  const tell = (): void => onWanted(kept(personId).filter((part) => !open.has(part)));
  channel.onmessage = ({ data }: MessageEvent<Said>) => {
    if (data.is === "asked") return;
    const { part } = data;
    clearTimeout(going.get(part));
    if (data.is === "here") open.add(part);
    else
      going.set(
        part,
        setTimeout(() => {
          open.delete(part);
          keep(personId, part, false);
          tell();
        }, BACK_MS),
      );
    tell();
  };
  channel.postMessage({ is: "asked" } satisfies Said);
  tell();
  return () => {
    for (const timer of going.values()) clearTimeout(timer);
    channel.close();
  };
}
