import type { Page } from "playwright-core";

/** A video that the browser writes itself, which doesn't say how long it is: 0.8 s green, then as long blue, or a little longer. */
export function writtenVideo(page: Page): Promise<number[]> {
  return page.evaluate(async () => {
    const canvas = Object.assign(document.createElement("canvas"), { width: 64, height: 36 });
    const painter = canvas.getContext("2d")!;
    const recorder = new MediaRecorder(canvas.captureStream(30), { mimeType: "video/webm" });
    const pieces: Blob[] = [];
    recorder.ondataavailable = ({ data }) => pieces.push(data);
    const done = new Promise((resolve) => (recorder.onstop = resolve));
    recorder.start();
    for (const color of ["#00ff00", "#0000ff"]) {
      const begun = performance.now();
      // A busy machine draws less often: then it is the number that counts, and the film is longer.
      for (let drawn = 0; performance.now() - begun < 800 || drawn < 12; drawn++) {
        painter.fillStyle = color;
        painter.fillRect(0, 0, 64, 36);
        await new Promise(requestAnimationFrame);
      }
    }
    recorder.stop();
    await done;
    return [...new Uint8Array(await new Blob(pieces).arrayBuffer())];
  });
}
