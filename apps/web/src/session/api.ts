import {
  explain,
  type AccountLine,
  type ChangedBy,
  type DemoSignIn,
  type Hello,
  type HealthSample,
  type HistoryLine,
  type LibraryEntry,
  type NetworkLine,
  type Role,
  type SessionLine,
  type ShowLine,
  type UserError,
  type ShowRecord,
  type VersionLine,
} from "@vexa/core";

/** An answer of the server that isn't what was asked for, with its sentence. */
export class ServerError extends Error {
  readonly status: number;
  readonly code: UserError["code"];

  constructor(status: number, error: UserError) {
    super(explain(error));
    this.status = status;
    this.code = error.code;
  }
}

async function request<T>(method: string, path: string, body?: object): Promise<T> {
  let response: Response;
  const json = body && !(body instanceof Blob);
  try {
    response = await fetch(path, {
      method,
      ...(body ? { headers: { "content-type": json ? "application/json" : "application/octet-stream" } } : {}),
      ...(body ? { body: json ? JSON.stringify(body) : body } : {}),
    });
  } catch {
    throw new ServerError(0, { code: "server.unreachable", details: {} });
  }
  if (response.status === 204) return undefined as T;
  const answer: unknown = await response.json().catch(() => null);
  if (response.ok) return answer as T;
  const error = (answer as { error?: UserError } | null)?.error;
  throw new ServerError(response.status, error ?? { code: "server.failed", details: {} });
}

/** The last minutes of the system, and what had to be begun again. */
export function fetchHealth(): Promise<{
  readonly samples: readonly HealthSample[];
  readonly ended: readonly { readonly part: "stage" | "web"; readonly why: string; readonly atMs: number }[];
}> {
  return request("GET", "/api/health");
}

/** Who is signed in, and whether their screen is locked; null for nobody. */
export async function whoAmI(): Promise<{ personId: string; locked: boolean } | null> {
  try {
    return await request<{ personId: string; locked: boolean }>("GET", "/api/session");
  } catch (error) {
    if (error instanceof ServerError && error.status === 401) return null;
    throw error;
  }
}

export function signIn(signInName: string, password: string): Promise<{ personId: string }> {
  return request("POST", "/api/session", { signInName, password });
}

/** A code by which my phone comes in as me; it holds for so many seconds, and once. */
export function phoneCode(): Promise<{ code: string; seconds: number }> {
  return request("POST", "/api/session/phone");
}

/** Comes in by such a code. */
export function join(code: string): Promise<{ personId: string }> {
  return request("POST", "/api/session/join", { code });
}

/** The demo's people with their passwords, on a demo machine; nobody elsewhere. */
export function fetchDemoSignIns(): Promise<DemoSignIn[]> {
  return request("GET", "/api/session/demo");
}

export function signOut(): Promise<void> {
  return request("DELETE", "/api/session");
}

export function lockScreen(): Promise<void> {
  return request("POST", "/api/session/lock");
}

/** `secret` is one's password or short code. */
export function unlockScreen(secret: string): Promise<void> {
  return request("POST", "/api/session/unlock", { secret });
}

/** An empty code takes it away. */
export function setScreenCode(present: string, code: string): Promise<void> {
  return request("POST", "/api/session/code", { present, code });
}

export function fetchShow(): Promise<Hello> {
  return request("GET", "/api/show");
}

/** Keeps a file of sound beside the show; the id is that of the record to be made of it. */
export function sendSound(file: File): Promise<{ id: string }> {
  return request("POST", "/api/sounds", file);
}

export function soundAddress(id: string): string {
  return `/api/sounds/${encodeURIComponent(id)}`;
}

/** Keeps a photo; the id is that of the note to be made of it. */
export function sendPhoto(photo: Blob): Promise<{ id: string }> {
  return request("POST", "/api/notes/photos", photo);
}

export function photoAddress(id: string): string {
  return `/api/notes/photos/${encodeURIComponent(id)}`;
}

/** Keeps a picture that is to lie under the plan. */
export function keepUnderlayPicture(name: string, file: File): Promise<void> {
  return request("PUT", `/api/rig/underlays/${encodeURIComponent(name)}`, file);
}

/** Puts the demo into a show in which nothing hangs yet. */
export function takeDemo(): Promise<void> {
  return request("POST", "/api/rig/demo");
}

export function fetchShows(): Promise<ShowLine[]> {
  return request("GET", "/api/shows");
}

export function newShow(of: { name: string; from: "empty" | "demo" | "rig" }): Promise<{ id: string }> {
  return request("POST", "/api/shows", of);
}

const showPath = (id: string): string => `/api/shows/${encodeURIComponent(id)}`;

/** Puts a show on stage; what leaves goes over in so many seconds. */
export function openShow(id: string, seconds: number): Promise<void> {
  return request("POST", `${showPath(id)}/open`, { seconds });
}

export function copyShow(id: string, name: string): Promise<{ id: string }> {
  return request("POST", `${showPath(id)}/copy`, { name });
}

export function changeShow(id: string, to: { name?: string; archived?: boolean; deleted?: boolean }): Promise<void> {
  return request("PATCH", showPath(id), to);
}

/** Where a show lies as a file. */
export function showFileAddress(id: string): string {
  return `${showPath(id)}/file`;
}

export function takeShowIn(file: File): Promise<{ id: string }> {
  return request("POST", "/api/shows/file", file);
}

/** The interfaces of the machine that Vexa runs on. */
export function fetchNetwork(): Promise<NetworkLine[]> {
  return request("GET", "/api/network");
}

/** The name of the interface by which an address is reached; null = by none. */
export function fetchWay(address: string): Promise<{ by: string | null }> {
  return request("GET", `/api/network/way?${new URLSearchParams({ address }).toString()}`);
}

export interface FirstPassword {
  readonly personId: string;
  readonly signInName: string;
  readonly password: string;
}

export function fetchAccounts(): Promise<AccountLine[]> {
  return request("GET", "/api/people");
}

export function invite(of: { name: string; initials: string; role: Role; signInName: string }): Promise<FirstPassword> {
  return request("POST", "/api/people", of);
}

export function newFirstPassword(personId: string): Promise<FirstPassword> {
  return request("POST", `/api/people/${encodeURIComponent(personId)}/password`);
}

export function takeSignInAway(personId: string): Promise<void> {
  return request("DELETE", `/api/people/${encodeURIComponent(personId)}`);
}

export function fetchSessions(): Promise<SessionLine[]> {
  return request("GET", "/api/session/list");
}

export function endSession(id: string): Promise<void> {
  return request("DELETE", `/api/session/list/${encodeURIComponent(id)}`);
}

export function changePassword(present: string, next: string): Promise<void> {
  return request("POST", "/api/session/password", { present, next });
}

/** `filter` as in the address: personId, place, from, to, before. */
export function fetchHistory(filter: Readonly<Record<string, string>>): Promise<HistoryLine[]> {
  return request("GET", `/api/history?${new URLSearchParams(filter).toString()}`);
}

export function fetchVersions(): Promise<VersionLine[]> {
  return request("GET", "/api/history/versions");
}

export function nameVersion(name: string): Promise<VersionLine> {
  return request("POST", "/api/history/versions", { name });
}

export function bringBack(versionId: string): Promise<{ before: VersionLine }> {
  return request("POST", `/api/history/versions/${encodeURIComponent(versionId)}/restore`);
}

export function fetchVersion(versionId: string): Promise<ShowRecord[]> {
  return request("GET", `/api/history/versions/${encodeURIComponent(versionId)}`);
}

export function fetchChangedBy(versionId: string): Promise<ChangedBy> {
  return request("GET", `/api/history/versions/${encodeURIComponent(versionId)}/changes`);
}

export function fetchLibrary(): Promise<LibraryEntry[]> {
  return request("GET", "/api/rig/library");
}

/** A lamp of the library as the file that it is. */
export async function fetchLibraryFile(file: string): Promise<File> {
  const response = await fetch(`/api/rig/library/${encodeURIComponent(file)}`).catch(() => null);
  if (!response) throw new ServerError(0, { code: "server.unreachable", details: {} });
  if (!response.ok) throw new ServerError(response.status, { code: "record.unknown", details: { what: "lamp" } });
  return new File([await response.blob()], file);
}

export function keepPicture(profileId: string, name: string, content: Blob): Promise<void> {
  return request("PUT", `/api/rig/profiles/${encodeURIComponent(profileId)}/pictures/${encodeURIComponent(name)}`, content);
}

/** The recorded work of a show that is kept. */
export function fetchShowRecords(id: string): Promise<ShowRecord[]> {
  return request("GET", `${showPath(id)}/records`);
}

/** Brings sounds and pictures of some of another show's records to the one on stage. */
export function bringShowFiles(id: string, ids: readonly string[]): Promise<void> {
  return request("POST", `${showPath(id)}/files`, { ids });
}
