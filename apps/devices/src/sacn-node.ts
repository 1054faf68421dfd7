import { createSocket } from "node:dgram";
import { createServer } from "node:http";
import { explain } from "@vexa/core";
import { sacn } from "@vexa/formats";
import { SacnReceiver, type ReceivedUniverse } from "./sacn-receiver";

/**
 * A simulated sACN node: `./vexa node [port]`. Listens on loopback, prints the universes that it hears once a second when
 * they changed, and serves their levels as JSON for programs.
 */
const port = Number(process.argv[2] ?? sacn.SACN_PORT);
if (!Number.isInteger(port) || port < 1 || port > 65535) {
  console.error(`“${process.argv[2]}” isn't a port. Use a number from 1 to 65535, such as ${sacn.SACN_PORT}.`);
  process.exit(1);
}

const receiver = new SacnReceiver();
const socket = createSocket({ type: "udp4", recvBufferSize: 4 * 1024 * 1024 });
let complaint = "";
socket.on("message", (message) => {
  const heard = receiver.hear(message, performance.now());
  if (!heard.ok && explain(heard.error) !== complaint) console.log((complaint = explain(heard.error)));
});
socket.on("error", (error) => {
  console.error(`The node can't listen on port ${port}: ${error.message}. Give another one: ./vexa node 5569`);
  process.exit(1);
});

/** One line a universe: how many slots are up, and the first of them as slot@percent. */
function line({ universe, levels, sources, priority }: ReceivedUniverse): string {
  const up = [...levels].flatMap((level, slot) => (level > 0 ? [`${slot + 1}@${Math.round(level / 2.55)}`] : []));
  const some = up.slice(0, 10).join(" ") + (up.length > 10 ? " …" : "");
  return `universe ${String(universe).padStart(5)}  ${String(up.length).padStart(3)} up  ${sources.join(", ")} (${priority})  ${some}`;
}

let printed = "";
setInterval(() => {
  const text = receiver.universes(performance.now()).map(line).join("\n") || "nothing is heard";
  if (text !== printed) console.log(`${new Date().toLocaleTimeString("en-GB")}\n${(printed = text)}`);
}, 1000);

const http = createServer((_request, response) => {
  const universes = receiver.universes(performance.now()).map(({ levels, ...rest }) => ({ ...rest, levels: [...levels] }));
  response.setHeader("content-type", "application/json").end(JSON.stringify({ universes }));
});
socket.bind(port, "127.0.0.1", () => {
  http.listen(0, "127.0.0.1", () => {
    const { port: httpPort } = http.address() as { port: number };
    console.log(`sACN node on 127.0.0.1:${port}; its levels as JSON: http://127.0.0.1:${httpPort}/`);
  });
});
