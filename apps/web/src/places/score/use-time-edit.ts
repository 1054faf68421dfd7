import { setChange, type Change, type CueList, type ListTime } from "@vexa/core";
import { useClient } from "../../session/show-context";

/** Changes a list's time line; undefined takes it away. */
export function useTimeEdit(list: CueList): (words: string, to: ListTime | undefined, more?: readonly Change[]) => boolean {
  const client = useClient();
  return (words, to, more = []) =>
    client.transact(`${list.name}: ${words}`, [
      ...more,
      setChange(list.id, ["time"], { ...(list.time ? { from: list.time } : {}), ...(to ? { to } : {}) }),
    ]);
}
