import { useState } from "react";
import { counted, profileFlaws, profileUse, type Profile } from "@vexa/core";
import { useClient, useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { OneOf } from "../../ui/one-of";
import { AddLampsSheet } from "./add-lamps-sheet";
import { ChannelTable } from "./channel-table";
import { ProfileEditor } from "./profile-editor";
import { ProfileLight } from "./profile-light";
import { Tester } from "./tester";
import { useRigPage } from "./rig-state";

/** One profile as its manual would have it: modes, channels, light; to be mended and tried. */
export function ProfilePage({ profile, changes, onCopy }: { profile: Profile; changes: boolean; onCopy: () => void }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const { mode: chosen, editing, set } = useRigPage();
  const [testing, setTesting] = useState(false);
  const index = Math.min(chosen, profile.modes.length - 1);
  const mode = profile.modes[index]!;
  const { lamps, cues } = profileUse(show, profile.id);
  const follows =
    lamps === 0 ? "No lamp is of it." : `Used by ${counted(lamps, "lamp")}, ${counted(cues, "cue")}: these follow what is changed here.`;
  if (editing && changes) return <ProfileEditor profile={profile} follows={follows} onDone={() => set({ editing: false })} />;
  return (
    <section className="min-h-0 flex-1 overflow-y-auto p-4" aria-label={`Profile ${profile.model}`}>
      <header className="mb-3 grid gap-1">
        <div className="flex flex-wrap items-center gap-2">
          <h2 className="min-w-0 flex-1 truncate text-lg font-semibold">
            {profile.model} <span className="text-[13px] font-normal text-ink-3">{profile.maker}</span>
          </h2>
          {changes && (
            <>
              <AddLampsSheet profile={profile} modeId={mode.id} />
              <Button onClick={() => set({ editing: true })}>Edit</Button>
              <Button once onClick={onCopy}>
                Copy
              </Button>
            </>
          )}
          <Button aria-pressed={testing} onClick={() => setTesting(!testing)} title="Moves each channel raw, over all that plays">
            Try it
          </Button>
          <a
            className="inline-flex h-8 items-center rounded border border-edge bg-raised px-2.5 text-[13px] font-medium hover:border-ink-3"
            href={`/api/rig/profiles/${encodeURIComponent(profile.id)}/file`}
            download
          >
            Save as GDTF
          </a>
          {changes && lamps === 0 && (
            <Button
              once
              className="text-barred"
              onClick={() => client.transact(`Deleted the profile ${profile.model}`, [{ op: "remove", record: profile }])}
            >
              Delete
            </Button>
          )}
        </div>
        <p className="text-[13px] text-ink-2">{follows}</p>
        {profile.note && <p className="text-[13px] text-ink-3">{profile.note}</p>}
        {profileFlaws(profile).length > 0 && <p className="text-[13px] text-barred">▬ {profileFlaws(profile)[0]!.why}</p>}
      </header>
      {profile.modes.length > 1 && (
        <OneOf
          label="Modes"
          className="mb-3 flex-wrap"
          value={String(index)}
          among={profile.modes.map(({ name }, at) => ({ value: String(at), words: name }))}
          onValue={(next) => set({ mode: Number(next) })}
        />
      )}
      <p className="mb-2 text-xs text-ink-3">
        {mode.name}: {[mode.footprint, ...(mode.moreFootprints ?? [])].map((slots) => counted(slots, "slot")).join(" and ")}
        {mode.moreFootprints ? `, patched in ${1 + mode.moreFootprints.length} places` : ""} ·{" "}
        {mode.master ? `the lamp as a whole and ${counted(mode.heads.length - 1, "cell")}` : counted(mode.heads.length, "head")}
      </p>
      {testing && <Tester profile={profile} mode={mode} changes={changes} />}
      <ChannelTable mode={mode} />
      <ProfileLight profile={profile} />
    </section>
  );
}
