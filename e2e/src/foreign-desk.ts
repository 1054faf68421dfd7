import { createSocket } from "node:dgram";
import { Packet } from "sacn";

/** Another source of E1.31 on loopback: one slot at a level, 40 times a second. Oracle of its octets: npm sacn 4.6.2. */
export async function foreignDesk(
  port: number,
  of: { universe: number; slot: number; level: number },
): Promise<{ set: (level: number) => void; stop: () => void }> {
  const socket = createSocket("udp4");
  await new Promise<void>((resolve) => socket.bind(0, "127.0.0.1", resolve));
  let sequence = 0;
  let { level } = of;
  const timer = setInterval(() => {
    sequence = (sequence + 1) & 255;
    const { buffer } = new Packet({
      universe: of.universe,
      payload: { [of.slot]: level },
      useRawDmxValues: true,
      sequence,
      sourceName: "Fern desk",
      cid: Buffer.alloc(16, 5),
    });
    socket.send(buffer, port, "127.0.0.1");
  }, 25);
  return {
    set: (to) => void (level = to),
    stop: () => {
      clearInterval(timer);
      socket.close();
    },
  };
}
