import { useState } from "react";

/**
 * What the browser moves by itself (`animation` of CSS), which is so far already as it is first drawn: a delay that is changed later would be
 * counted twice. What begins anew needs another key.
 */
export function Moving(of: { animation: string; elapsedSeconds: number; paused?: boolean; className: string }): React.JSX.Element {
  const [elapsed] = useState(of.elapsedSeconds);
  const stands = of.paused ? { animationPlayState: "paused" } : {};
  return <span className={of.className} style={{ animation: of.animation, animationDelay: `${-elapsed}s`, ...stands }} />;
}
