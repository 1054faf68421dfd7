/** A page that says one thing. */
export function Notice({ title, text }: { title: string; text?: string }): React.JSX.Element {
  return (
    <main className="grid h-full place-content-center gap-2 text-center">
      <p className="text-lg font-semibold">{title}</p>
      {text && <p className="max-w-sm text-ink-2">{text}</p>}
    </main>
  );
}
