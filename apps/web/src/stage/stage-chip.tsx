import type { ComponentProps } from "react";
import { Button } from "../ui/button";
import { cn } from "../ui/class-names";

/** A chip that lies on the stage, which is dark in every theme. */
export function StageChip({ className, ...rest }: Omit<ComponentProps<typeof Button>, "tone" | "size">): React.JSX.Element {
  const look = "bg-stage px-1.5 text-stage-ink enabled:hover:text-stage-ink aria-pressed:bg-stage aria-pressed:text-stage-ink";
  return <Button tone="chip" size="small" className={cn(look, className)} {...rest} />;
}
