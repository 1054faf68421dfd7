import { useInterface } from "../selection/interface-store";
import { Macros } from "./macros";
import { Button } from "../ui/button";

/** Opens the quick line and the search by touch. */
export function LineButtons(): React.JSX.Element {
  const { set } = useInterface();
  return (
    <>
      <Macros />
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
