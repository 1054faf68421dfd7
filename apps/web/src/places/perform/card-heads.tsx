import { useCallback, useEffect, useMemo, useRef } from "react";
import { HeadLooks, headsOfList, type Playback } from "@vexa/core";
import { useFrameLoop } from "../../frames/use-frame-loop";
import { sharpContext, useSize } from "../../frames/use-size";
import { useClient, useFromClient } from "../../session/show-context";
import { drawHeads, placedHeads } from "./heads-picture";

/** The room that a large card has left: the heads of its list where they hang, seen from above, as they are on stage now. */
export function CardHeads({ playback }: { playback: Playback }): React.JSX.Element {
  const client = useClient();
  const rig = useFromClient(({ view }) => view.rig);
  const cues = useFromClient(({ view }) => view.all("cue"));
  const groups = useFromClient(({ view }) => view.all("group"));
  const frame = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const { width, height } = useSize(frame);
  // oxlint-disable-next-line react/exhaustive-deps -- lamps, cues and groups are all that counts of a show here
  const heads = useMemo(() => headsOfList(client.view, playback.listId), [client, playback.listId, rig, cues, groups]);
  const drawn = useMemo(() => placedHeads(heads, { width, height }), [heads, width, height]);
  const draw = useCallback((): void => {
    if (!canvas.current || width === 0 || height === 0) return;
    const context = sharpContext(canvas.current, width, height);
    context.clearRect(0, 0, width, height);
    drawHeads(context, { looks: HeadLooks.of(rig), ...drawn }, client.values);
  }, [client, rig, drawn, width, height]);
  const { request } = useFrameLoop(draw);
  useEffect(() => {
    request();
    return client.subscribeLevels(request);
  }, [client, request, draw]);
  return (
    <div ref={frame} aria-hidden data-heads={heads.length} className="relative mt-1 min-h-0 flex-1">
      <canvas ref={canvas} className="absolute inset-0 size-full" />
    </div>
  );
}
