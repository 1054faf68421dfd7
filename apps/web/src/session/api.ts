import { explain, type Hello, type UserError } from "@vexa/core";

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

/** Who is signed in; null for nobody. */
export async function whoAmI(): Promise<{ personId: string } | null> {
  try {
    return await request<{ personId: string }>("GET", "/api/session");
  } catch (error) {
    if (error instanceof ServerError && error.status === 401) return null;
    throw error;
  }
}

export function signIn(signInName: string, password: string): Promise<{ personId: string }> {
  return request("POST", "/api/session", { signInName, password });
}

export function signOut(): Promise<void> {
  return request("DELETE", "/api/session");
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
