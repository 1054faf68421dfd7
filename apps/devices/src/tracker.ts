import { createSocket } from "node:dgram";
import { packetsOf, PERFORMERS, wordsAt } from "./simulated-tracker";

/** A simulated tracker of people on stage: `./vexa tracker [OSC port of the server] [words a second]`. Ends with its input. */
const [portText = "7331", rateText = "30"] = process.argv.slice(2);
const [port, rate] = [Number(portText), Number(rateText)];
if (!Number.isInteger(port) || port < 1 || port > 65535 || !(rate >= 1 && rate <= 200)) {
  console.error(`“${process.argv.slice(2).join(" ")}” can't be: a port, then 1 to 200 words a second. Write: ./vexa tracker 7331 30`);
  process.exit(1);
}
const socket = createSocket("udp4");
const begun = performance.now();
const every = setInterval(() => {
  const words = wordsAt((performance.now() - begun) / 1000);
  for (const packet of packetsOf(words)) socket.send(packet, port, "127.0.0.1");
}, 1000 / rate);
console.log(`${PERFORMERS.map(({ name }) => name).join(", ")} walk about, told to 127.0.0.1:${port} ${rate} times a second.`);
process.stdin.on("end", () => {
  clearInterval(every);
  socket.close(() => process.exit(0));
});
process.stdin.resume();
