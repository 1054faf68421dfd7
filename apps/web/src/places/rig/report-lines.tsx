const MOST_LISTED = 100;

/** What a file's report says of one kind, unfolded on demand. */
export function ReportLines({ title, lines }: { title: string; lines: readonly string[] }): React.JSX.Element {
  return (
    <details>
      <summary className="cursor-pointer">{title}</summary>
      <ul className="list-disc pl-5">
        {lines.slice(0, MOST_LISTED).map((line) => (
          <li key={line}>{line}</li>
        ))}
        {lines.length > MOST_LISTED && <li>{lines.length - MOST_LISTED} more</li>}
      </ul>
    </details>
  );
}
