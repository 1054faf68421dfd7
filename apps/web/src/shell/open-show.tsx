import { memo, useEffect, useState } from "react";
import { Navigate, Route, Routes, useLocation } from "react-router";
import { forgetMessages, refuse, tell } from "../ui/messages";
import { selectedHeads } from "@vexa/core";
import { BuildPlace } from "../places/build/build-place";
import { CrewPlace } from "../places/crew/crew-place";
import { GuestPage } from "../places/perform/guest-page";
import { PerformPlace } from "../places/perform/perform-place";
import { RemotePlace } from "../remote/remote-place";
import { RigPlace } from "../places/rig/rig-place";
import { ScorePlace } from "../places/score/score-place";
import { ShowPlace } from "../places/show/show-place";
import { TracePlace } from "../places/trace/trace-place";
import { GoTo } from "../line/go-to";
import { LineButtons } from "../line/line-buttons";
import { QuickLine } from "../line/quick-line";
import { useInterfaceOf } from "../selection/interface-store";
import { signOut } from "../session/api";
import { ShowClient } from "../session/show-client";
import { ClientProvider, useLiveClient } from "../session/show-context";
import { useTempoListener } from "../tempo/tempo-histories";
import { useWingTouches } from "../wings/wing-controls";
import { Caught } from "./caught";
import { ClashSheet } from "./clash-sheet";
import { useFollow } from "./follow";
import { MessageLine } from "./message-line";
import { Notice } from "./notice";
import { Rail } from "./rail";
import { Shortcuts } from "./shortcuts";
import { TopStrip } from "./top-strip";
import { TourStrip } from "../tour/tour-strip";
import { useEdits } from "./use-edits";
import { shareDesk } from "../windows/shared-desk";
import { WindowFrame } from "../windows/window-frame";

/** The show with its rail, its top strip and the places between. */
export function OpenShow(of: {
  onSignedOut: () => void;
  onLocked: (locked: boolean) => void;
  /** Whose show it is, when that is known. */
  onNamed: (name: string) => void;
}): React.JSX.Element {
  const { onSignedOut, onLocked, onNamed } = of;
  const [client, setClient] = useState<ShowClient | null>(null);
  useEffect(() => {
    const opened = new ShowClient((kind, sentence) => {
      if (kind === "refused") refuse(sentence);
      else tell(sentence);
    });
    setClient(opened);
    return () => {
      opened.close();
      // The next person at this screen has nothing to do with them.
      forgetMessages();
    };
  }, []);
  useEffect(() => client?.hear("locked", onLocked), [client, onLocked]);
  if (!client) return <Notice title="Opening the show…" />;
  return (
    <ClientProvider value={client}>
      <Frame
        onSignOut={() => {
          client.close();
          void signOut().finally(onSignedOut);
        }}
        onSignedOut={onSignedOut}
        onNamed={onNamed}
      />
    </ClientProvider>
  );
}

function Frame(of: { onSignOut: () => void; onSignedOut: () => void; onNamed: (name: string) => void }): React.JSX.Element {
  const { onSignOut, onSignedOut, onNamed } = of;
  const client = useLiveClient();
  const { pathname, search } = useLocation();
  const { selection } = useInterfaceOf("selection");
  const path = (pathname + search).slice(0, 200);
  const edits = useEdits(client.view);
  useWingTouches();
  const me = client.view.get("person", client.personId);
  const guest = me?.role === "guest";
  const name = me?.name ?? "";
  useEffect(() => onNamed(name), [onNamed, name]);
  const gone = client.connection === "signed-out";
  useEffect(() => {
    if (gone) onSignedOut();
  }, [gone, onSignedOut]);
  useEffect(() => {
    if (client.connection === "live") client.tellPresence({ path, heads: selectedHeads(selection, client.view), edits });
  }, [client, client.connection, path, selection, edits]);
  useFollow(client);
  useEffect(shareDesk, []);
  useEffect(() => {
    document.documentElement.dataset["connection"] = client.connection;
    return () => {
      delete document.documentElement.dataset["connection"];
    };
  }, [client.connection]);
  useTempoListener();
  if (client.connection === "connecting" || client.view.records.size === 0)
    return <Notice title="Opening the show…" text="Fetching the rig and what is on stage." />;
  if (guest)
    return (
      <div className="grid h-full grid-rows-[minmax(0,1fr)_auto]">
        <Caught>
          <GuestPage onSignOut={onSignOut} />
        </Caught>
        <MessageLine />
      </div>
    );
  if (pathname.startsWith("/window/")) return <WindowFrame part={pathname.split("/")[2]} />;
  if (pathname === "/remote")
    return (
      <Caught>
        <RemotePlace onSignOut={onSignOut} />
      </Caught>
    );
  return (
    <div className="grid h-full grid-cols-[52px_minmax(0,1fr)] grid-rows-[44px_minmax(0,1fr)_auto] max-sm:grid-cols-[minmax(0,1fr)] max-sm:grid-rows-[44px_minmax(0,1fr)_auto_auto]">
      <Inside onSignOut={onSignOut} />
    </div>
  );
}

/** All places and what stands about them. Each listens for itself to what it shows: what else changes draws none of them again. */
const Inside = memo(function Inside({ onSignOut }: { onSignOut: () => void }): React.JSX.Element {
  return (
    <>
      <Rail onSignOut={onSignOut} />
      <TopStrip />
      <main className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)_auto]">
        <Caught>
          <Routes>
            <Route path="/rig/:tab?" element={<RigPlace />} />
            <Route path="/build" element={<BuildPlace />} />
            <Route path="/score" element={<ScorePlace />} />
            <Route path="/perform/:pageId?" element={<PerformPlace />} />
            <Route path="/crew/:tab?" element={<CrewPlace />} />
            <Route path="/trace" element={<TracePlace />} />
            <Route path="/show/:tab?" element={<ShowPlace />} />
            <Route path="*" element={<Navigate to="/build" replace />} />
          </Routes>
        </Caught>
        <TourStrip />
      </main>
      <MessageLine>
        <LineButtons />
      </MessageLine>
      <Shortcuts />
      <QuickLine />
      <GoTo />
      <ClashSheet />
    </>
  );
});
