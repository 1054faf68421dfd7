import { Button } from "../ui/button";

/** The end of a form by which somebody comes in: why they didn't, and the button, with its words before and while it is asked. */
export function ComeIn(of: { complaint: string | null; asking: boolean; words: readonly [string, string] }): React.JSX.Element {
  const { complaint, asking, words } = of;
  return (
    <>
      {complaint && (
        <p role="alert" className="text-barred">
          ▬ {complaint}
        </p>
      )}
      <Button type="submit" once={false} tone="live" size="touch" disabled={asking}>
        {words[asking ? 1 : 0]}
      </Button>
    </>
  );
}
