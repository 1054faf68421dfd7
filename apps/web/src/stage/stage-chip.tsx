import type { ComponentProps } from "react";
import { Button } from "../ui/button";
import { cn } from "../ui/class-names";

/** Of what lies on the stage, which is dark in every theme. */
export const STAGE_CHIP =
  "bg-stage px-1.5 text-stage-ink enabled:hover:text-stage-ink aria-pressed:bg-stage aria-pressed:text-stage-ink aria-checked:bg-stage aria-checked:text-stage-ink";

/** A chip that lies on the stage. */
export function StageChip({ className, ...rest }: Omit<ComponentProps<typeof Button>, "tone" | "size">): React.JSX.Element {
  return <Button tone="chip" size="small" className={cn(STAGE_CHIP, className)} {...rest} />;
}
