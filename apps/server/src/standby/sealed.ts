import { createHmac } from "node:crypto";
import { connect, createServer, type Server, type TLSSocket } from "node:tls";

/** TLS with a key that both ends have (RFC 4279, RFC 5489): who doesn't have it hears nothing and says nothing. */
const SUITES = { ciphers: "ECDHE-PSK-CHACHA20-POLY1305:ECDHE-PSK-AES256-CBC-SHA384", maxVersion: "TLSv1.2" } as const;
const CONNECT_WITHIN_MS = 2000;

function keyOf(secret: string): Buffer {
  return createHmac("sha256", secret).update("vexa standby").digest();
}

/** Hands over the connections of those who have the secret. */
export function sealedServer(secret: string, connected: (socket: TLSSocket) => void): Server {
  const psk = keyOf(secret);
  const server = createServer({ ...SUITES, pskCallback: () => psk, handshakeTimeout: CONNECT_WITHIN_MS }, connected);
  // Somebody without the secret.
  server.on("tlsClientError", () => undefined);
  return server;
}

export function sealedConnect(of: { host: string; port: number; secret: string }, connected: (socket: TLSSocket) => void): TLSSocket {
  const { host, port, secret } = of;
  const socket: TLSSocket = connect(
    { ...SUITES, host, port, checkServerIdentity: () => undefined, pskCallback: () => ({ psk: keyOf(secret), identity: "vexa" }) },
    () => {
      socket.setTimeout(0);
      connected(socket);
    },
  );
  socket.setTimeout(CONNECT_WITHIN_MS, () => socket.destroy());
  return socket;
}
