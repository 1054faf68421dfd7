import { explain, type ListTime } from "@vexa/core";
import { DraftField } from "../../ui/draft-field";
import { placeWords, readPlace } from "./time-words";

/** A place on a list's time line that is typed. */
export function PlaceField({
  label,
  seconds,
  time,
  onSeconds,
}: {
  label: string;
  seconds: number;
  time: ListTime;
  onSeconds: (seconds: number) => boolean;
}): React.JSX.Element {
  return (
    <DraftField
      label={label}
      text={placeWords(seconds, time)}
      onTake={(text) => {
        const read = readPlace(text, time);
        return read.ok ? onSeconds(read.value) : explain(read.error);
      }}
    />
  );
}
