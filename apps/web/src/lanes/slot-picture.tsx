import { hexOfColor, xyzOf, type XyY } from "@vexa/core";

/** Where the picture of a wheel's slot is found. */
export function pictureAddress(profileId: string, picture: string): string {
  return `/api/rig/profiles/${encodeURIComponent(profileId)}/pictures/${encodeURIComponent(picture)}`;
}

/** What a wheel's slot looks like: its picture, its colour, or an open ring. */
export function SlotPicture(of: {
  profileId: string;
  picture: string | null;
  color: XyY | null;
  name: string;
  small?: true;
}): React.JSX.Element {
  const { profileId, picture, color, name, small } = of;
  const size = small ? "size-7 shrink-0" : "size-12";
  if (picture !== null)
    return (
      <img className={`${size} rounded-full bg-black object-contain`} alt={name} loading="lazy" src={pictureAddress(profileId, picture)} />
    );
  return (
    <span
      className={`${size} rounded-full border-2 border-edge`}
      style={color ? { background: hexOfColor(xyzOf(color), "at-full") } : undefined}
      role="img"
      aria-label={name}
    />
  );
}
