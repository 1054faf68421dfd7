import { createSocket } from "node:dgram";

/** A node of Art-Net on loopback, written by hand (Art-Net 4, from memory): it answers whoever asks, and has one port that puts out a universe. */
export async function artNode(of: { name: string; universe: number }): Promise<{ port: number; stop: () => void }> {
  const answer = Buffer.alloc(239);
  answer.write("Art-Net\0\0\x21", 0, "latin1");
  answer.write(of.name, 26, "latin1");
  answer.write("#0001 [0001] all lit", 108, "latin1");
  answer[173] = 1;
  answer[174] = 0x80;
  answer[190] = of.universe;
  const socket = createSocket("udp4");
  socket.on("message", (octets, from) => {
    if (octets.length === 14 && octets.readUInt16LE(8) === 0x2000) socket.send(answer, from.port, from.address);
  });
  await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
  return { port: socket.address().port, stop: () => void socket.close() };
}
