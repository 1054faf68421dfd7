import { cueName, cuesToPutBack, putBackChanges } from "@vexa/core";
import { useClient, useShow } from "../session/show-context";
import { Button } from "../ui/button";

/** What was taken up from cues goes back into them as it has become. */
export function PutBack(): React.JSX.Element | null {
  const client = useClient();
  const show = useShow();
  const cues = [...cuesToPutBack(show, client.personId).keys()].flatMap((id) => show.get("cue", id) ?? []);
  if (cues.length === 0) return null;
  const names = cues.map((cue) => `${show.get("cueList", cue.listId)?.name ?? ""} ${cue.number} ${cueName(cue, show)}`.trim());
  const where = names.length === 1 ? names[0]! : `${names.length} cues`;
  return (
    <Button
      once
      size="small"
      className="min-w-0 justify-start truncate"
      title={`Put back where it came from: ${names.join(", ")}`}
      onClick={() => client.transact(`Put back into ${where}`, putBackChanges(client.view, client.personId))}
    >
      <span className="text-linked">∞</span> <span className="truncate">Put back into {where}</span>
    </Button>
  );
}
