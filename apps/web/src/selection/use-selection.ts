import { useQuietShow } from "../session/show-context";
import { useInterfaceOf } from "./interface-store";
import { selectedIn, type Selected } from "./selected";

/** What is selected in this window, in the show as it is now. */
export function useSelected(): Selected {
  const show = useQuietShow();
  const { selection } = useInterfaceOf("selection");
  return selectedIn(show, selection);
}
