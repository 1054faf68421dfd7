/// <reference types="vite/client" />

/** A page of the guide, and its parts by their headings. */
export interface GuidePage {
  readonly name: string;
  readonly title: string;
  readonly text: string;
  readonly sections: readonly { readonly heading: string; readonly text: string }[];
}

const FILES = import.meta.glob<string>("../../../../../docs/guide/*.md", { query: "?raw", import: "default", eager: true });

/** The pages in the order of the work. */
const ORDER = [
  "first-look",
  "rig",
  "patch",
  "shaping",
  "presets",
  "motion",
  "following",
  "score",
  "perform",
  "crew",
  "remote",
  "windows",
  "trace",
  "show",
  "player",
  "demo-show",
  "new",
];

export const GUIDE: readonly GuidePage[] = Object.entries(FILES)
  .map(([path, text]) => pageOf(path.replace(/^.*\/|\.md$/g, ""), text))
  .sort((a, b) => placeOf(a.name) - placeOf(b.name));

function placeOf(name: string): number {
  const at = ORDER.indexOf(name);
  return at < 0 ? ORDER.length : at;
}

/** A page's title is its first heading; what follows each further one is a section. */
export function pageOf(name: string, text: string): GuidePage {
  const [head = "", ...rest] = text.split(/^## /m);
  const title = /^# (.*)$/m.exec(head)?.[1]?.trim() ?? name;
  const sections = rest.map((part) => ({ heading: part.split("\n", 1)[0]!.trim(), text: part.slice(part.indexOf("\n") + 1).trim() }));
  return { name, title, text, sections: [{ heading: title, text: head.replace(/^# .*$/m, "").trim() }, ...sections] };
}

export interface Found {
  readonly page: string;
  readonly title: string;
  readonly heading: string;
  /** A few words around the first of those that were searched. */
  readonly around: string;
}

const AROUND = 60;

/** The sections in which all words stand, those whose heading has one first. */
export function foundIn(pages: readonly GuidePage[], search: string): Found[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const found = pages.flatMap(({ name, title, sections }) =>
    sections.flatMap(({ heading, text }) => {
      const plain = `${heading}\n${text}`.toLowerCase();
      if (!words.every((word) => plain.includes(word))) return [];
      const at = text.toLowerCase().indexOf(words.find((word) => text.toLowerCase().includes(word)) ?? "");
      const around = text
        .slice(Math.max(0, at - AROUND), at + AROUND)
        .replace(/[*`|#]/g, "")
        .replace(/\[([^\]]*)\]\([^)]*\)/g, "$1")
        .replace(/\s+/g, " ");
      return [{ page: name, title, heading, around, first: words.some((word) => heading.toLowerCase().includes(word)) }];
    }),
  );
  return found.toSorted((a, b) => Number(b.first) - Number(a.first)).map(({ first: _, ...line }) => line);
}
