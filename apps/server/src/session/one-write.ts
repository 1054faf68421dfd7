import type { Socket } from "socket.io";

type Connection = Socket["conn"];

/** What engine.io 6.6 has of a connection, beside what it tells. */
interface Way {
  readonly transport: { writable: boolean; readonly socket?: { readonly bufferedAmount?: number } };
  /** What waits until the last write has been taken. */
  readonly writeBuffer: readonly { readonly data?: string | Uint8Array }[];
  flush(): void;
}
const wayOf = (connection: Connection): Way => connection as unknown as Way;

/** What of the last write the network hasn't taken yet. */
export function unsentOctets(connection: Connection): number {
  return wayOf(connection).transport.socket?.bufferedAmount ?? 0;
}

/** All that a client hasn't read yet: one that never reads is let go before it fills the memory; it catches up when it comes back. */
export function waitingOctets(connection: Connection): number {
  let octets = unsentOctets(connection);
  for (const { data } of wayOf(connection).writeBuffer) octets += data?.length ?? 0;
  return octets;
}

/**
 * What is said within `say` leaves each connection in one write, however many messages it is: a write costs more than what is in it, and
 * wakes the other end. A connection that is still at its last one sends as it would.
 */
export function inOneWrite(connections: readonly Connection[], say: () => void): void {
  const free = connections.filter((connection) => wayOf(connection).transport.writable);
  for (const connection of free) connection.request.socket.cork();
  try {
    say();
  } finally {
    for (const connection of free) {
      // It would wait until the first of them is written.
      wayOf(connection).transport.writable = true;
      wayOf(connection).flush();
      connection.request.socket.uncork();
    }
  }
}
