import { create } from "zustand";
import { explain, profileChanges } from "@vexa/core";
import type { gdtf } from "@vexa/formats";
import { keepPicture } from "../../session/api";
import type { ShowClient } from "../../session/show-client";
import { readApart } from "./read-apart";

/** A file on its way in. */
export interface Incoming {
  readonly key: number;
  readonly name: string;
  readonly state: "waits" | "is read" | "is in" | "is left out" | "was refused";
  readonly sentence: string;
  readonly report: gdtf.GdtfReport | null;
  readonly profileId: string | null;
}

const MOST_FILES = 100;

export const useIncoming = create<{ readonly files: readonly Incoming[] }>(() => ({ files: [] }));

let next = 1;
const change = (key: number, to: Partial<Incoming>): void =>
  useIncoming.setState(({ files }) => ({ files: files.map((file) => (file.key === key ? { ...file, ...to } : file)) }));

/** What is known of a file that waits, or null once it was left out. */
const waiting = (key: number): Incoming | null =>
  useIncoming.getState().files.find((file) => file.key === key && (file.state === "waits" || file.state === "is read")) ?? null;

export function clearIncoming(): void {
  useIncoming.setState({ files: [] });
}

export function leaveOut(key: number): void {
  change(key, { state: "is left out", sentence: "It was left out; nothing was changed." });
}

/** Takes lamps' files into the show, one after the other; those that were left out meanwhile aren't. Gives the id of the last profile taken. */
export async function takeIn(files: readonly File[], client: ShowClient): Promise<string | null> {
  const rows = files.slice(0, MOST_FILES).map((file) => ({ file, key: next++ }));
  const fresh = rows.map(({ file, key }): Incoming => ({
    key,
    name: file.name,
    state: "waits",
    sentence: "",
    report: null,
    profileId: null,
  }));
  useIncoming.setState((before) => ({ files: [...fresh, ...before.files].slice(0, 2 * MOST_FILES) }));
  let last: string | null = null;
  for (const { file, key } of rows) {
    if (!waiting(key)) continue;
    change(key, { state: "is read" });
    const read = await readApart("lamp", file);
    if (!waiting(key)) continue;
    if (typeof read === "string" || !read.ok) {
      change(key, { state: "was refused", sentence: typeof read === "string" ? read : explain(read.error) });
      continue;
    }
    const { profile, pictures, report } = read.value;
    const changes = profileChanges(client.view, profile);
    if (!client.transact(`Took in ${profile.maker} ${profile.model}`, changes)) {
      change(key, { state: "was refused", sentence: "It doesn't fit this show: see the message." });
      continue;
    }
    change(key, {
      state: "is in",
      sentence: changes.length === 0 ? "It was there already, and is the same." : "",
      report,
      profileId: profile.id,
    });
    last = profile.id;
    await keepPictures(profile.id, pictures);
  }
  return last;
}

/** Pictures come after the profile; the server may hear of it a moment later. */
export async function keepPictures(profileId: string, pictures: readonly gdtf.WheelPicture[]): Promise<void> {
  for (const { name, type, content } of pictures) {
    const blob = new Blob([new Uint8Array(content)], { type });
    for (let tries = 0; tries < 5; tries++) {
      const kept = await keepPicture(profileId, name, blob).then(
        () => true,
        () => false,
      );
      if (kept) break;
      await new Promise((resolve) => setTimeout(resolve, 200 * 2 ** tries));
    }
  }
}
