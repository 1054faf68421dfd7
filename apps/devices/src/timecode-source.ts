import { createSocket } from "node:dgram";
import { createInterface } from "node:readline";
import {
  explain,
  framesPerSecond,
  readTimecode,
  secondsOfTimecode,
  timecodeAt,
  timecodeText,
  TIMECODE_RATES,
  type TimecodeRate,
} from "@vexa/core";
import { TimecodeSender } from "./timecode-sender";

/**
 * A simulated source of timecode: `./vexa timecode [rate] [from] [port]`. Sends MIDI Time Code in OSC to the server on loopback. Lines
 * typed meanwhile: `stop`, `run`, or a time to jump to. When its input ends, it stands where it is, says so, and ends.
 */
const [rateText = "25", fromText = "00:00:00:00", portText = "7331"] = process.argv.slice(2);
const rate: TimecodeRate | undefined = TIMECODE_RATES.find((entry) => entry.startsWith(rateText));
const port = Number(portText);
if (!rate || !Number.isInteger(port) || port < 1 || port > 65535) {
  console.error(
    `“${process.argv.slice(2).join(" ")}” can't be sent. Write: ./vexa timecode 25 01:00:00:00; rates are 24, 25, 29.97 and 30.`,
  );
  process.exit(1);
}
const from = readTimecode(fromText, rate);
if (!from.ok) {
  console.error(explain(from.error));
  process.exit(1);
}

const socket = createSocket("udp4");
const now = (): number => performance.now() / 1000;
const sender = new TimecodeSender(rate, (packet) => socket.send(packet, port, "127.0.0.1"));
sender.run(secondsOfTimecode(from.value), now());
setInterval(() => sender.send(now()), 1000 / (8 * framesPerSecond(rate)));
setInterval(() => process.stdout.write(`\r${timecodeText(timecodeAt(sender.positionAt(now()), rate))} `), 200);
console.log(`Timecode at ${rate} frames a second to 127.0.0.1:${port}. Type stop, run, or a time such as 00:01:30:00.`);

const lines = createInterface({ input: process.stdin });
lines.on("close", () => {
  sender.stop(now());
  // What was sent last is on its way before the socket closes.
  setTimeout(() => socket.close(() => process.exit(0)), 50);
});
lines.on("line", (line) => {
  const text = line.trim();
  if (text === "stop") sender.stop(now());
  else if (text === "run") sender.run(sender.positionAt(now()), now());
  else if (text) {
    const to = readTimecode(text, rate);
    if (!to.ok) console.error(explain(to.error));
    else if (sender.running) sender.run(secondsOfTimecode(to.value), now());
    else sender.stand(secondsOfTimecode(to.value));
  }
});
