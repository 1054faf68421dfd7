/** The name of the place that an address leads to: "/score/…" is Score. */
export function placeName(path: string): string {
  const place = path.split(/[/?]/)[1] || "build";
  return place[0]!.toUpperCase() + place.slice(1);
}
