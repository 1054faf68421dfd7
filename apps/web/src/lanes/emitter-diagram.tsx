import { useEffect, useRef } from "react";
import { uvOf, type Profile } from "@vexa/core";
import { sharpContext, token } from "../frames/use-size";
import { useInterfaceOf } from "../selection/interface-store";
import { DIAGRAM_SIZE, drawGamut, paintColors, spotIn } from "./color-diagram";

/** Where a lamp's emitters lie in CIE 1976 u'v', and what they reach together. */
export function EmitterDiagram({ emitters }: { emitters: Profile["emitters"] }): React.JSX.Element {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { theme } = useInterfaceOf("theme");
  useEffect(() => {
    const context = sharpContext(canvas.current!, DIAGRAM_SIZE.width, DIAGRAM_SIZE.height);
    paintColors(context);
    drawGamut(context, emitters);
    for (const emitter of Object.values(emitters)) {
      const { x, y } = spotIn(uvOf(emitter));
      context.beginPath();
      context.arc(x, y, 4, 0, 2 * Math.PI);
      context.fillStyle = token("ink");
      context.fill();
      context.strokeStyle = token("black");
      context.stroke();
    }
  }, [emitters, theme]);
  return (
    <canvas
      ref={canvas}
      className="rounded bg-stage"
      style={DIAGRAM_SIZE}
      role="img"
      aria-label={`Emitters in the diagram u'v': ${Object.keys(emitters).join(", ")}`}
    />
  );
}
