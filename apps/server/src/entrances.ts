import type { Act, ClientToServer } from "@vexa/core";

/** Who may come in: whoever the table of roles lets do an act, everybody who is signed in, or strangers too. */
export type Admits = Act | "signed in" | "anybody";

export interface Entrance {
  readonly what: string;
  readonly admits: Admits;
}

/** Every address of the server. A test compares it with what is served, tries each as every role, and writes docs/reference/entrances.md. */
export const ROUTES = {
  "POST /api/session": { what: "sign in", admits: "anybody" },
  "GET /api/session": { what: "who am I", admits: "signed in" },
  "GET /api/session/demo": { what: "the demo's people, on the machine itself while they have the demo's passwords", admits: "anybody" },
  "DELETE /api/session": { what: "sign out", admits: "anybody" },
  "GET /api/session/list": { what: "the browsers in which I am signed in", admits: "signed in" },
  "DELETE /api/session/list/:id": { what: "sign one of them out", admits: "signed in" },
  "POST /api/session/phone": { what: "a code by which my phone comes in", admits: "signed in" },
  "POST /api/session/join": { what: "come in by such a code", admits: "anybody" },
  "POST /api/session/lock": { what: "lock the screen of this browser", admits: "signed in" },
  "POST /api/session/unlock": { what: "unlock it by password or short code", admits: "signed in" },
  "POST /api/session/code": { what: "a short code of my own", admits: "signed in" },
  "POST /api/session/password": { what: "a new password of my own", admits: "signed in" },
  "GET /api/show": { what: "the show", admits: "signed in" },
  "GET /api/people": { what: "sign-ins of all", admits: "crew" },
  "POST /api/people": { what: "invite somebody", admits: "crew" },
  "POST /api/people/:personId/password": { what: "a new first password for somebody", admits: "crew" },
  "DELETE /api/people/:personId": { what: "take a sign-in away", admits: "crew" },
  "GET /api/history": { what: "who changed what", admits: "history" },
  "GET /api/history/versions": { what: "versions, named and by themselves", admits: "history" },
  "POST /api/history/versions": { what: "name a version", admits: "restore" },
  "GET /api/history/versions/:id": { what: "the work of a version", admits: "history" },
  "GET /api/history/versions/:id/changes": { what: "who has changed what since a version", admits: "history" },
  "POST /api/history/versions/:id/restore": { what: "bring a version back", admits: "restore" },
  "GET /api/health": { what: "the health of the last minutes", admits: "health" },
  "GET /api/health/metrics": { what: "the health now, for Prometheus; also by a token of its own", admits: "health" },
  "POST /api/sounds": { what: "keep a sound file", admits: "build" },
  "POST /api/notes/photos": { what: "keep a photo for a note", admits: "note" },
  "GET /api/notes/photos/:id": { what: "the photo of a note that I see", admits: "signed in" },
  "GET /api/rig/library": { what: "the lamps of the library", admits: "signed in" },
  "GET /api/rig/library/:file": { what: "a lamp of the library as a GDTF file", admits: "signed in" },
  "GET /api/rig/plan": { what: "all lamps with their profiles as an MVR file", admits: "signed in" },
  "GET /api/rig/print/:what": { what: "plan, or patch by universes or positions, as PDF", admits: "signed in" },
  "POST /api/rig/demo": { what: "put the demo into an empty show", admits: "restore" },
  "GET /api/rig/profiles/:id/file": { what: "a profile of the show as a GDTF file", admits: "signed in" },
  "GET /api/rig/underlays/:name": { what: "a picture that lies under the plan", admits: "signed in" },
  "PUT /api/rig/underlays/:name": { what: "keep a picture that lies under the plan", admits: "rig" },
  "GET /api/rig/profiles/:id/pictures/:name": { what: "a picture of a wheel", admits: "signed in" },
  "PUT /api/rig/profiles/:id/pictures/:name": { what: "keep a picture of a wheel", admits: "rig" },
  "GET /api/shows": { what: "the shows of this installation", admits: "signed in" },
  "POST /api/shows": { what: "make a new show", admits: "restore" },
  "POST /api/shows/file": { what: "take a show's file in", admits: "restore" },
  "POST /api/shows/:id/open": { what: "put a show on stage", admits: "restore" },
  "POST /api/shows/:id/copy": { what: "copy a show", admits: "restore" },
  "PATCH /api/shows/:id": { what: "rename, archive or throw away a show", admits: "restore" },
  "GET /api/shows/:id/records": { what: "a show's work, to take parts of it", admits: "restore" },
  "POST /api/shows/:id/files": { what: "bring sounds and pictures of parts that are taken", admits: "restore" },
  "GET /api/shows/:id/file": { what: "a show as a file", admits: "restore" },
  "GET /api/lists/:listId/sheet": { what: "a list's cue sheet as PDF", admits: "signed in" },
  "GET /api/lists/:listId/table": { what: "a list's cues as CSV", admits: "signed in" },
  "GET /api/lists/:listId/levels": { what: "a list's levels and times as text for other programs", admits: "signed in" },
  "GET /api/network": { what: "this machine's interfaces", admits: "stage" },
  "GET /api/network/way": { what: "by which interface an address is reached", admits: "stage" },
  "GET /api/sounds/:id": { what: "a sound file", admits: "signed in" },
} as const satisfies Readonly<Record<string, Entrance>>;

/** Every message of the live connection. Which records and heads it may touch is looked at for each one. */
export const MESSAGES = {
  transact: { what: "an edit", admits: "build" },
  play: { what: "a touch on a card, a master or the stage", admits: "play" },
  lend: { what: "asking for heads, lending them, taking them back", admits: "lend" },
  undo: { what: "taking back one's own latest edit", admits: "undo" },
  trace: { what: "why an attribute is what it is", admits: "signed in" },
  presence: { what: "where I am", admits: "signed in" },
  watch: { what: "live levels", admits: "signed in" },
  clock: { what: "the server's show time", admits: "signed in" },
} as const satisfies Readonly<Record<keyof ClientToServer, Entrance>>;
