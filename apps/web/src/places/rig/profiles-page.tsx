import { useState } from "react";
import useSWR from "swr";
import { extentOf, newProfile, profileChanges, type Profile } from "@vexa/core";
import { fetchLibrary, fetchLibraryFile } from "../../session/api";
import { newId } from "../../session/new-id";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { refuse } from "../../ui/messages";
import { IncomingFiles } from "./incoming-files";
import { ProfileList } from "./profile-list";
import { ProfilePage } from "./profile-page";
import { takeIn } from "./take-in";
import { useRigPage } from "./rig-state";

/** The lamps' profiles: those of the show, the library's, and files that are dropped here. */
export function ProfilesPage(): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const changes = extentOf(useMe(), "rig") === "all";
  const { profileId, set } = useRigPage();
  const { data: library, error } = useSWR("library", fetchLibrary);
  const [over, setOver] = useState(false);
  const chosen = show.get("profile", profileId) ?? show.all("profile")[0] ?? null;
  const take = async (files: readonly File[]): Promise<void> => {
    const taken = await takeIn(files, client);
    if (taken !== null) set({ profileId: taken });
  };
  const fromLibrary = async (file: string): Promise<void> => {
    try {
      await take([await fetchLibraryFile(file)]);
    } catch (reason) {
      refuse(reason instanceof Error ? reason.message : "The lamp can't be fetched.");
    }
  };
  const begin = (from: Profile | null): void => {
    const id = `profile-${newId()}`;
    const made = from ? { ...from, id, model: `${from.model}, copy`.slice(0, 80) } : newProfile(id);
    if (client.transact(from ? `Copied the profile ${from.model}` : "Began a profile", profileChanges(client.view, made)))
      set({ profileId: id, editing: true });
  };
  return (
    <div
      className="relative grid min-h-0 flex-1 grid-cols-[18rem_minmax(0,1fr)]"
      onDragOver={(event) => {
        if (!changes || !event.dataTransfer.types.includes("Files")) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => event.currentTarget.contains(event.relatedTarget as Node | null) || setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        if (changes) void take([...event.dataTransfer.files]);
      }}
    >
      <ProfileList
        chosenId={chosen?.id ?? null}
        library={library ?? null}
        failed={error instanceof Error ? error.message : null}
        changes={changes}
        onChoose={(id) => set({ profileId: id, editing: false })}
        onLibrary={(file) => void fromLibrary(file)}
        onFiles={(files) => void take(files)}
        onNew={() => begin(null)}
      />
      <div className="flex min-h-0 flex-col">
        <IncomingFiles onChoose={(id) => set({ profileId: id, editing: false })} />
        {chosen ? (
          <ProfilePage key={chosen.id} profile={chosen} changes={changes} onCopy={() => begin(chosen)} />
        ) : (
          <p className="p-4 text-ink-2">No lamp has a profile yet. Take one from the library, drop a GDTF file here, or begin a new one.</p>
        )}
      </div>
      {over && (
        <div className="pointer-events-none absolute inset-2 z-30 grid place-content-center rounded border-2 border-dashed border-sketch bg-ground/80 text-lg font-medium text-ink">
          Drop GDTF files: their lamps come into this show
        </div>
      )}
    </div>
  );
}
