import { useEffect, useState } from "react";

/** What couldn't be read is told beside its field until the next touch anywhere. */
export function useComplaint(): readonly [string | null, (complaint: string | null) => void] {
  const [complaint, setComplaint] = useState<string | null>(null);
  useEffect(() => {
    if (complaint === null) return;
    const forget = (): void => setComplaint(null);
    window.addEventListener("pointerdown", forget, true);
    window.addEventListener("keydown", forget, true);
    return () => {
      window.removeEventListener("pointerdown", forget, true);
      window.removeEventListener("keydown", forget, true);
    };
  }, [complaint]);
  return [complaint, setComplaint];
}

/** Stands under the field in question and covers nothing for good. */
export function Complaint({ id, text }: { id: string; text: string }): React.JSX.Element {
  return (
    <span
      id={id}
      role="alert"
      className="absolute top-full left-0 z-30 mt-1 w-64 rounded border border-barred bg-bench p-2 text-left text-xs whitespace-normal text-ink shadow-sheet"
    >
      {text}
    </span>
  );
}
