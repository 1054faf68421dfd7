/** A button of a guest's page, as it was seen: the card and what is written on it. */
export type SeenButtons = ReadonlyMap<string, string>;

const listed = (names: readonly string[]): string => names.map((name) => `“${name}”`).join(", ");

/** What has changed on somebody's page since they saw it, in words; null = nothing that they would notice. */
export function pageNews(before: SeenButtons, after: SeenButtons): string | null {
  const come = [...after].flatMap(([id, name]) => (before.has(id) ? [] : [name]));
  const gone = [...before].flatMap(([id, name]) => (after.has(id) ? [] : [name]));
  const renamed = [...after].flatMap(([id, name]) => (before.has(id) && before.get(id) !== name ? [[before.get(id)!, name] as const] : []));
  const news = [
    ...(come.length > 0 ? [`${listed(come)} ${come.length === 1 ? "is" : "are"} new`] : []),
    ...(gone.length > 0 ? [`${listed(gone)} ${gone.length === 1 ? "is" : "are"} gone`] : []),
    ...renamed.map(([old, name]) => `“${old}” is called “${name}” now`),
  ];
  if (news.length === 0) {
    const moved = [...before.keys()].join(" ") !== [...after.keys()].join(" ");
    return moved ? "Your page has changed: the buttons are in another order." : null;
  }
  return `Your page has changed: ${news.join("; ")}.`;
}
