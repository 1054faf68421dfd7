import { useEffect, useRef, useState } from "react";
import { asRead, cardName, cardsOf } from "@vexa/core";
import { MacroQuestion } from "../../line/macro-runs";
import { useMe, useQuietShow } from "../../session/show-context";
import { useActsAtTouch } from "../../ui/acts-at-touch";
import { GuestCard } from "./guest-card";
import { pageNews, type SeenButtons } from "./page-news";
import { pagesFor } from "./perform-place";

/** All that a guest sees: what lies on their page, big and named. One touch turns a look on, the next lets it go. */
export function GuestPage({ onSignOut }: { onSignOut: () => void }): React.JSX.Element {
  const show = useQuietShow();
  const me = useMe();
  useActsAtTouch();
  const page = pagesFor(me, show).find(({ personId }) => personId === me.id);
  const inOrder = (page ? cardsOf(show, page.id) : []).toSorted(asRead);
  const [news, dismiss] = usePageNews(new Map(inOrder.map((card) => [card.id, cardName(show, card)])));
  return (
    <main className="flex h-full flex-col gap-4 p-6">
      <header className="flex items-baseline gap-3">
        <h1 className="text-xl font-semibold">{page?.name ?? "No page yet"}</h1>
        <span className="flex-1 text-ink-3">{me.name}</span>
        <button type="button" className="h-11 rounded px-3 text-ink-2 hover:bg-raised" onClick={onSignOut}>
          Sign out
        </button>
      </header>
      {news && (
        <p role="status" className="flex items-center gap-3 rounded border border-sketch/60 p-2.5 text-[13px] break-words">
          <span className="min-w-0 flex-1">{news}</span>
          <button type="button" className="h-11 shrink-0 rounded border border-edge px-3 hover:bg-raised" onClick={dismiss}>
            I have seen it
          </button>
        </p>
      )}
      {inOrder.length === 0 ? (
        <p className="text-ink-2">Nothing has been put on this page for you yet. The lead does that in Perform, under Arrange.</p>
      ) : (
        <div className="grid min-h-0 flex-1 auto-rows-auto grid-cols-[repeat(auto-fit,minmax(260px,1fr))] gap-4 overflow-y-auto">
          {inOrder.map((card) => (
            <GuestCard key={card.id} card={card} />
          ))}
        </div>
      )}
      <MacroQuestion />
    </main>
  );
}

/** What has changed on the page since the guest last said that they had seen it, or since it was opened. */
function usePageNews(now: SeenButtons): [news: string | null, dismiss: () => void] {
  const seen = useRef(now);
  const [news, setNews] = useState<string | null>(null);
  const written = JSON.stringify([...now]);
  useEffect(() => {
    setNews(pageNews(seen.current, new Map(JSON.parse(written) as [string, string][])));
  }, [written]);
  const dismiss = (): void => {
    seen.current = now;
    setNews(null);
  };
  return [news, dismiss];
}
