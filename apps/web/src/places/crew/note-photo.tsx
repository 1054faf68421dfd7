import { Camera } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { photoAddress } from "../../session/api";
import { Button } from "../../ui/button";
import { shrunkPhoto } from "./shrunk-photo";

/** The photo of a note; a touch shows it whole, in a page of its own. */
export function NotePhoto({ id }: { id: string }): React.JSX.Element {
  const [gone, setGone] = useState(false);
  if (gone)
    return (
      <Button size="small" tone="quiet" className="justify-self-start" onClick={() => setGone(false)}>
        Its photo can't be had now: try again
      </Button>
    );
  return (
    <a href={photoAddress(id)} target="_blank" rel="noreferrer" aria-label="The photo, whole">
      <img
        src={photoAddress(id)}
        alt="What the note is about"
        className="max-h-40 max-w-full rounded border border-edge object-contain"
        onError={() => setGone(true)}
      />
    </a>
  );
}

/** Takes a photo with a phone's camera, or one from a folder, and shows it until the note leaves. */
export function PhotoField({ photo, onPhoto }: { photo: Blob | null; onPhoto: (photo: Blob | null) => void }): React.JSX.Element {
  const input = useRef<HTMLInputElement>(null);
  const [complaint, setComplaint] = useState<string | null>(null);
  const [address, setAddress] = useState<string | null>(null);
  useEffect(() => {
    const made = photo && URL.createObjectURL(photo);
    setAddress(made);
    return () => void (made && URL.revokeObjectURL(made));
  }, [photo]);
  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const shrunk = await shrunkPhoto(file);
    setComplaint(shrunk ? null : `${file.name} can't be read as a photo.`);
    if (shrunk) onPhoto(shrunk);
  };
  return (
    <div className="flex flex-wrap items-center gap-2">
      <input
        ref={input}
        type="file"
        accept="image/*"
        capture="environment"
        className="sr-only"
        tabIndex={-1}
        aria-label="A photo for the note"
        onChange={(event) => {
          void take(event.target.files?.[0]);
          // The same file may be taken again.
          event.target.value = "";
        }}
      />
      <Button onClick={() => input.current?.click()}>
        <Camera size={16} aria-hidden />
        {photo ? "Another photo" : "Photo"}
      </Button>
      {photo && address && (
        <>
          <img src={address} alt="The photo that goes along" className="h-16 rounded border border-edge object-contain" />
          <Button tone="quiet" onClick={() => onPhoto(null)}>
            Without
          </Button>
        </>
      )}
      {complaint && (
        <p role="alert" className="text-[13px] text-barred">
          ▬ {complaint}
        </p>
      )}
    </div>
  );
}
