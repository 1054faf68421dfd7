/** The number at the cursor while something is dragged. By `translate`: what is moved so asks for no layout of the page. */
export function DragNumber({ x, y, text }: { x: number; y: number; text: string }): React.JSX.Element {
  return (
    <output
      className="pointer-events-none absolute top-0 left-0 z-20 rounded bg-raised px-1 font-mono text-[11px] whitespace-nowrap text-ink shadow-sheet"
      style={{ translate: `${x + 10}px calc(${y - 4}px - 100%)` }}
    >
      {text}
    </output>
  );
}
