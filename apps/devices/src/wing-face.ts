import { createServer, type Server, type ServerResponse } from "node:http";
import { type SimulatedWing, WING_BUTTONS, WING_FADERS } from "./simulated-wing";

/** The wing's face in a browser: faders that follow, buttons that light up. */
const PAGE = `<!doctype html><html lang="en"><meta charset="utf-8"><title>A simulated wing</title>
<style>
body{background:#0f1513;color:#e9efe8;font:14px sans-serif;margin:24px}
.row{display:grid;grid-template-columns:repeat(8,72px);gap:12px;margin-bottom:16px}
input{writing-mode:vertical-lr;direction:rtl;width:72px;height:220px}
button{height:56px;border:1px solid #2c3a34;border-radius:6px;background:#1f2b26;color:inherit;touch-action:none}
button[data-lit=true]{background:#1f3f36;border-color:#63c5a8}
label{display:grid;justify-items:center;gap:4px}
</style>
<h1>A simulated wing</h1><p>It speaks OSC with Vexa on this machine.</p>
<div class="row">${WING_FADERS.map((name) => `<label><input type="range" min="0" max="1" step="0.005" value="0" name="${name}" aria-label="${name}">${name}</label>`).join("")}</div>
<div class="row">${WING_BUTTONS.map((name) => `<button name="${name}">${name}</button>`).join("")}</div>
<script>
const send = (act, name, value) => fetch("/" + act + "/" + name + "/" + value, { method: "POST" });
let held = null;
for (const fader of document.querySelectorAll("input")) {
  fader.addEventListener("input", () => send("move", fader.name, fader.value));
  fader.addEventListener("pointerdown", () => (held = fader.name));
  fader.addEventListener("pointerup", () => (held = null));
}
for (const button of document.querySelectorAll("button")) {
  button.addEventListener("pointerdown", () => send("press", button.name, "down"));
  button.addEventListener("pointerup", () => send("press", button.name, "up"));
}
new EventSource("/told").onmessage = ({ data }) => {
  const { name, position } = JSON.parse(data);
  const part = document.querySelector('[name="' + name + '"]');
  if (!part || held === name) return;
  if (part.tagName === "INPUT") part.value = position; else part.dataset.lit = String(position > 0);
};
</script></html>`;

/** Serves the wing's face on loopback; 0 takes a free port. */
export async function showFace(wing: SimulatedWing, port: number): Promise<{ port: number; close: () => Promise<void> }> {
  const watchers = new Set<ServerResponse>();
  const tell = (to: ServerResponse, name: string, position: number): void =>
    void to.write(`data: ${JSON.stringify({ name, position })}\n\n`);
  wing.on("told", (name, position) => watchers.forEach((watcher) => tell(watcher, name, position)));
  const server: Server = createServer((request, response) => {
    if (request.url === "/told") {
      response.writeHead(200, { "content-type": "text/event-stream", "cache-control": "no-store" });
      wing.positions.forEach((position, name) => tell(response, name, position));
      watchers.add(response);
      response.on("close", () => watchers.delete(response));
      return;
    }
    if (request.method !== "POST") return void response.writeHead(200, { "content-type": "text/html; charset=utf-8" }).end(PAGE);
    const [, act, name = "", value = ""] = (request.url ?? "").split("/");
    const known = wing.positions.has(name);
    const position = Number(value);
    if (known && act === "move" && position >= 0 && position <= 1) wing.move(name, position);
    else if (known && act === "press" && (value === "down" || value === "up")) wing.press(name, value);
    else
      return void response
        .writeHead(400, { "content-type": "text/plain" })
        .end("The wing has no such fader or button, or it can't go there.");
    response.writeHead(204).end();
  });
  await new Promise<void>((resolve) => server.listen(port, "127.0.0.1", resolve));
  return {
    port: (server.address() as { port: number }).port,
    close: () => {
      watchers.forEach((watcher) => watcher.end());
      server.closeAllConnections();
      return new Promise((resolve) => server.close(() => resolve()));
    },
  };
}
