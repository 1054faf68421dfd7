import { DraftField } from "./draft-field";
import { readSeconds, timeWords } from "./seconds-text";

/** A number of seconds that is typed; empty takes it away where that is allowed. */
export function SecondsField({
  label,
  seconds,
  placeholder,
  onSeconds,
}: {
  label: string;
  seconds: number | undefined;
  placeholder?: string;
  /** Takes it, or keeps the one in force: with false, or with a sentence that is told beside the field. */
  onSeconds: (seconds: number | null) => boolean | string;
}): React.JSX.Element {
  return (
    <DraftField
      label={label}
      text={seconds === undefined ? "" : timeWords(seconds)}
      {...(placeholder === undefined ? {} : { placeholder })}
      onTake={(text) => {
        const read = text === "" ? null : readSeconds(text);
        if (text !== "" && read === null)
          return `“${text}” is no time: write seconds from 0 to 3600, such as 2, 0.5 or 1:30. What was there was kept.`;
        return onSeconds(read);
      }}
    />
  );
}
