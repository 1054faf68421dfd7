import type { Role } from "./territory";

/** How far a role may go: everywhere; in their own territories and what is common; on their own page; where the lead allows it; or not at all. */
export type Extent = "all" | "own" | "page" | "allowed" | "no";

/** What a role may do, in the order in which the screen and docs/reference/roles.md show it. The only place where it is decided. */
export const ROLE_TABLE = {
  look: {
    words: "See the stage, the cues and what others do",
    lead: "all",
    programmer: "all",
    operator: "all",
    technician: "all",
    watcher: "all",
    guest: "page",
  },
  play: {
    words: "Play cards, run lists, set tempos",
    lead: "all",
    programmer: "own",
    operator: "own",
    technician: "no",
    watcher: "no",
    guest: "page",
  },
  build: {
    words: "Sketch, record, make presets and pages",
    lead: "all",
    programmer: "own",
    operator: "no",
    technician: "no",
    watcher: "no",
    guest: "no",
  },
  hold: {
    words: "Park heads and drop a curtain",
    lead: "all",
    programmer: "own",
    operator: "no",
    technician: "all",
    watcher: "no",
    guest: "no",
  },
  lend: {
    words: "Ask for heads, lend them and take them back",
    lead: "all",
    programmer: "own",
    operator: "no",
    technician: "no",
    watcher: "no",
    guest: "no",
  },
  identify: {
    words: "Highlight heads and find lamps by their light",
    lead: "all",
    programmer: "own",
    operator: "no",
    technician: "all",
    watcher: "no",
    guest: "no",
  },
  note: { words: "Leave notes for others", lead: "all", programmer: "all", operator: "all", technician: "all", watcher: "no", guest: "no" },
  undo: {
    words: "Take back their own changes",
    lead: "all",
    programmer: "own",
    operator: "own",
    technician: "own",
    watcher: "no",
    guest: "no",
  },
  master: {
    words: "Move the grand master and black out",
    lead: "all",
    programmer: "no",
    operator: "allowed",
    technician: "no",
    watcher: "no",
    guest: "no",
  },
  stage: {
    words: "Send home what was left behind, change settings of the show",
    lead: "all",
    programmer: "no",
    operator: "no",
    technician: "no",
    watcher: "no",
    guest: "no",
  },
  rig: { words: "Patch and hang lamps", lead: "all", programmer: "no", operator: "no", technician: "all", watcher: "no", guest: "no" },
  crew: {
    words: "Invite people, give roles, divide the rig",
    lead: "all",
    programmer: "no",
    operator: "no",
    technician: "no",
    watcher: "no",
    guest: "no",
  },
  history: {
    words: "Read who changed what",
    lead: "all",
    programmer: "all",
    operator: "all",
    technician: "all",
    watcher: "all",
    guest: "no",
  },
  health: {
    words: "See the health of the system",
    lead: "all",
    programmer: "no",
    operator: "no",
    technician: "all",
    watcher: "no",
    guest: "no",
  },
  restore: {
    words: "Name versions and bring one back",
    lead: "all",
    programmer: "no",
    operator: "no",
    technician: "no",
    watcher: "no",
    guest: "no",
  },
} as const satisfies Readonly<Record<string, { readonly words: string } & Readonly<Record<Role, Extent>>>>;

export type Act = keyof typeof ROLE_TABLE;

export function extentOf({ role }: { readonly role: Role }, act: Act): Extent {
  return ROLE_TABLE[act][role];
}
