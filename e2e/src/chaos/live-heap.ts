import WebSocket from "ws";

/** Where Node's inspector listens once it is asked for by a signal. */
const INSPECTOR = "http://127.0.0.1:9229/json/list";
const ASK_EVERY_MS = 50;
const GIVE_UP_MS = 5000;

/** Megabytes of the heap of a running process after everything unreachable was collected: what really grows, without the collector's slack. */
export async function liveHeapMegabytes(pid: number): Promise<number> {
  process.kill(pid, "SIGUSR1");
  const socket = new WebSocket(await inspectorUrl(), { perMessageDeflate: false });
  await new Promise((resolve, reject) => socket.once("open", resolve).once("error", reject));
  try {
    for (let times = 0; times < 2; times++) await asked(socket, "HeapProfiler.collectGarbage");
    const { usedSize } = (await asked(socket, "Runtime.getHeapUsage")) as { usedSize: number };
    // Closed again, so that the next process that is asked finds the port free.
    await asked(socket, "Runtime.evaluate", { expression: "setTimeout(() => process.getBuiltinModule('node:inspector').close(), 100)" });
    return usedSize / 2 ** 20;
  } finally {
    socket.close();
    await untilFree();
  }
}

/** Until nobody listens there any more. */
async function untilFree(): Promise<void> {
  const until = performance.now() + GIVE_UP_MS;
  while (performance.now() < until) {
    try {
      await fetch(INSPECTOR);
    } catch {
      return;
    }
    await new Promise((resolve) => setTimeout(resolve, ASK_EVERY_MS));
  }
  throw new Error("the inspector doesn't close");
}

async function inspectorUrl(): Promise<string> {
  const until = performance.now() + GIVE_UP_MS;
  for (;;) {
    try {
      const [target] = (await (await fetch(INSPECTOR)).json()) as { webSocketDebuggerUrl: string }[];
      if (target) return target.webSocketDebuggerUrl;
    } catch (error) {
      if (performance.now() > until) throw error;
    }
    await new Promise((resolve) => setTimeout(resolve, ASK_EVERY_MS));
  }
}

let asks = 0;

function asked(socket: WebSocket, method: string, params: object = {}): Promise<unknown> {
  const id = ++asks;
  socket.send(JSON.stringify({ id, method, params }));
  return new Promise((resolve) => {
    const hear = (data: WebSocket.RawData): void => {
      const answer = JSON.parse((data as Buffer).toString()) as { id?: number; result?: unknown };
      if (answer.id !== id) return;
      socket.off("message", hear);
      resolve(answer.result);
    };
    socket.on("message", hear);
  });
}
