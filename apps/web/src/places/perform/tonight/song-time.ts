/** How long a song was on: 4:05, or 1:02:10. */
export function songTimeText(seconds: number): string {
  const whole = Math.floor(Math.max(0, seconds));
  const two = (value: number): string => String(value).padStart(2, "0");
  const [hours, minutes] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60];
  return hours > 0 ? `${hours}:${two(minutes)}:${two(whole % 60)}` : `${minutes}:${two(whole % 60)}`;
}
