import { useEffect } from "react";
import { Navigate } from "react-router";
import { useFromClient, useMe } from "../session/show-context";
import { Caught } from "../shell/caught";
import { MessageLine } from "../shell/message-line";
import { Shortcuts } from "../shell/shortcuts";
import { GoTo } from "../line/go-to";
import { QuickLine } from "../line/quick-line";
import { tellOpen } from "./open-windows";
import { isWindowPart, WINDOW_PARTS } from "./window-parts";
import { keepPlace } from "./window-places";

/** One part alone in its window; where it lies on the screens is remembered. */
export function WindowFrame({ part }: { part: string | undefined }): React.JSX.Element {
  const me = useMe();
  const connection = useFromClient((client) => client.connection);
  const showName = useFromClient((client) => client.showName);
  const known = isWindowPart(part) ? WINDOW_PARTS[part] : null;
  const title = known ? `${known.name} · ${showName}` : "Vexa";
  useEffect(() => {
    document.title = title;
    return () => {
      document.title = "Vexa";
    };
  }, [title]);
  useEffect(() => (isWindowPart(part) ? tellOpen(me.id, part) : undefined), [me.id, part]);
  useEffect(() => {
    if (!isWindowPart(part)) return;
    const keep = (): void =>
      keepPlace(me.id, part, { left: screenX, top: screenY, width: document.documentElement.clientWidth, height: innerHeight });
    window.addEventListener("resize", keep);
    // No browser tells that a window is moved: it is asked when it goes.
    window.addEventListener("pagehide", keep);
    return () => {
      window.removeEventListener("resize", keep);
      window.removeEventListener("pagehide", keep);
    };
  }, [me.id, part]);
  if (!known) return <Navigate to="/build" replace />;
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)_auto]">
      <main className="relative min-h-0 min-w-0" aria-label={known.name}>
        {connection === "lost" && (
          <p className="absolute top-2 right-2 z-20 rounded border border-barred bg-bench px-2 py-1 text-[13px] text-barred" role="alert">
            ▬ connection lost: what you see is kept
          </p>
        )}
        <Caught>
          <known.Part />
        </Caught>
      </main>
      <MessageLine />
      <Shortcuts placeOfPart={known.keys} />
      <QuickLine />
      <GoTo />
    </div>
  );
}
