import { SimulatedWing } from "./simulated-wing";
import { showFace } from "./wing-face";

/** A simulated wing: `./vexa wing [OSC port of the server] [port of its face]`. */
const [oscText = "7331", faceText = "7340"] = process.argv.slice(2);
const [oscPort, facePort] = [Number(oscText), Number(faceText)];
if (![oscPort, facePort].every((port) => Number.isInteger(port) && port >= 0 && port <= 65535) || oscPort === 0) {
  console.error(`“${process.argv.slice(2).join(" ")}” are no ports. Write: ./vexa wing 7331 7340`);
  process.exit(1);
}
const wing = await SimulatedWing.open(oscPort);
const face = await showFace(wing, facePort);
console.log(`The wing speaks OSC to 127.0.0.1:${oscPort}; its face: http://127.0.0.1:${face.port}`);
