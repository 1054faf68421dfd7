import { presetName } from "../preset/preset-name";
import { cueName } from "./cue-name";
import { KINDS, type ShowRecord } from "./records";
import type { Show } from "./show";

/** What people call a record, in the show that it is of: "12 Rib spot 3", "2 Lit of Night bloom", "amber to sea green". */
export function recordName(record: ShowRecord, show: Show): string {
  switch (record.kind) {
    case "preset":
      return presetName(record);
    case "cue":
      return `${record.number} ${cueName(record, show)} of ${show.get("cueList", record.listId)?.name ?? "a list that is gone"}`;
    case "fixture":
      return `${record.number} ${record.name}`;
    case "profile":
      return `${record.maker} ${record.model}`;
    case "playback":
      return `${record.label ?? show.get("cueList", record.listId)?.name ?? "a list that is gone"} on ${show.get("page", record.pageId)?.name ?? "a page that is gone"}`;
    case "settings":
      return "how the show behaves";
    default:
      return "name" in record && typeof record.name === "string" ? record.name : KINDS[record.kind].label;
  }
}
