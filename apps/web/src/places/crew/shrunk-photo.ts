/** As large as a note needs it, in pixels along the longer side: a phone's own photos are ten times that. */
const LONGEST = 1600;
const QUALITY = 0.8;

/** A photo as a note keeps it: smaller, turned upright, and without what a camera writes into it (where it was taken, with what). Null: no picture. */
export async function shrunkPhoto(file: Blob): Promise<Blob | null> {
  const bitmap = await createImageBitmap(file, { imageOrientation: "from-image" }).catch(() => null);
  if (!bitmap) return null;
  const part = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(bitmap.width * part));
  canvas.height = Math.max(1, Math.round(bitmap.height * part));
  canvas.getContext("2d")!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  return new Promise((resolve) => canvas.toBlob(resolve, "image/jpeg", QUALITY));
}
