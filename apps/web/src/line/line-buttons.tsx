import { useInterfaceOf } from "../selection/interface-store";
import { Macros } from "./macros";
import { OwnSteps } from "./own-steps";
import { Button } from "../ui/button";

/** Opens macros, one's own steps, the quick line and the search by touch. */
export function LineButtons(): React.JSX.Element {
  const { set } = useInterfaceOf("set");
  return (
    <>
      <Macros />
      <OwnSteps />
      <Button
        tone="quiet"
        size="small"
        className="h-5 shrink-0"
        title="Heads and what they do, written (/)"
        onClick={() => set({ lineShown: true })}
      >
        Line
      </Button>
      <Button
        tone="quiet"
        size="small"
        className="h-5 shrink-0"
        title="Go to anything by its name (Ctrl+K)"
        onClick={() => set({ goToShown: true })}
      >
        Go to
      </Button>
    </>
  );
}
