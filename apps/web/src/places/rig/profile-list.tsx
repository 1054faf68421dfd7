import { useMemo, useRef } from "react";
import type { LibraryEntry } from "@vexa/core";
import { useQuietShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { TextInput } from "../../ui/field";
import { useRigPage } from "./rig-state";

/** The show's profiles and the library's, found by words. */
export function ProfileList(of: {
  chosenId: string | null;
  library: readonly LibraryEntry[] | null;
  failed: string | null;
  changes: boolean;
  onChoose: (id: string) => void;
  onLibrary: (file: string) => void;
  onFiles: (files: readonly File[]) => void;
  onNew: () => void;
}): React.JSX.Element {
  const { chosenId, library, failed, changes, onChoose, onLibrary, onFiles, onNew } = of;
  const show = useQuietShow();
  const { search, set } = useRigPage();
  const picker = useRef<HTMLInputElement>(null);
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = (text: string): boolean => words.every((word) => text.toLowerCase().includes(word));
  const own = show.all("profile").filter(({ maker, model }) => fits(`${maker} ${model}`));
  const lampsOf = useMemo(() => {
    const counts = new Map<string, number>();
    for (const { profileId } of show.all("fixture")) counts.set(profileId, (counts.get(profileId) ?? 0) + 1);
    return counts;
  }, [show]);
  const there = new Set(show.all("profile").map(({ maker, model }) => `${maker} ${model}`));
  const offered = (library ?? []).filter(({ maker, model }) => !there.has(`${maker} ${model}`) && fits(`${maker} ${model}`));
  return (
    <aside className="flex min-h-0 flex-col gap-2 border-r border-edge bg-bench p-2" aria-label="Profiles">
      <TextInput
        aria-label="Search profiles"
        placeholder="Search makers and lamps"
        value={search}
        onChange={(event) => set({ search: event.target.value })}
        onKeyDown={(event) => event.stopPropagation()}
      />
      {changes && (
        <div className="flex gap-1.5">
          <Button
            size="small"
            className="flex-1"
            onClick={() => picker.current?.click()}
            title="GDTF files, several at once; or drop them here"
          >
            Take in files…
          </Button>
          <Button size="small" className="flex-1" once onClick={onNew}>
            New profile
          </Button>
          <input
            ref={picker}
            type="file"
            multiple
            accept=".gdtf"
            className="sr-only"
            tabIndex={-1}
            aria-label="GDTF files"
            onChange={(event) => {
              onFiles([...(event.target.files ?? [])]);
              event.target.value = "";
            }}
          />
        </div>
      )}
      <div className="min-h-0 flex-1 overflow-y-auto">
        <h3 className="px-1 pb-1 text-xs text-ink-3">In this show</h3>
        <ul className="grid gap-0.5" aria-label="In this show">
          {own.map(({ id, maker, model }) => {
            const lamps = lampsOf.get(id) ?? 0;
            return (
              <li key={id}>
                <button
                  type="button"
                  aria-current={id === chosenId ? "true" : undefined}
                  className={cn(
                    "grid w-full grid-cols-[minmax(0,1fr)_auto] gap-x-2 rounded px-2 py-1 text-left text-[13px] hover:bg-raised",
                    id === chosenId && "bg-raised",
                  )}
                  onClick={() => onChoose(id)}
                >
                  <span className="truncate font-medium">{model}</span>
                  <span className="font-mono text-xs text-ink-3">{lamps === 0 ? "" : lamps}</span>
                  <span className="col-span-2 truncate text-xs text-ink-3">{maker}</span>
                </button>
              </li>
            );
          })}
        </ul>
        {own.length === 0 && <p className="px-2 text-[13px] text-ink-3">None{words.length > 0 ? " by these words" : ""}.</p>}
        <h3 className="px-1 pt-3 pb-1 text-xs text-ink-3">Library</h3>
        {failed !== null && <p className="px-2 text-[13px] text-barred">▬ {failed}</p>}
        {library === null && failed === null && <p className="px-2 text-[13px] text-ink-3">Fetching it…</p>}
        <ul className="grid gap-0.5" aria-label="Library">
          {offered.map(({ file, maker, model, modes }) => (
            <li key={file} className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-2 rounded px-2 py-1 text-[13px]">
              <span className="truncate">{model}</span>
              {changes && (
                <Button
                  size="small"
                  once
                  className="row-span-2"
                  onClick={() => onLibrary(file)}
                  aria-label={`Take ${model} into this show`}
                >
                  Take
                </Button>
              )}
              <span className="truncate text-xs text-ink-3">
                {maker} · {modes.length === 1 ? `${modes[0]!.footprints.join(" + ")} slots` : `${modes.length} modes`}
              </span>
            </li>
          ))}
        </ul>
        {library !== null && offered.length === 0 && (
          <p className="px-2 text-[13px] text-ink-3">{words.length > 0 ? "None by these words." : "All of it is in this show."}</p>
        )}
      </div>
    </aside>
  );
}
