/** The number at the cursor while something is dragged. */
export function DragNumber({ x, y, text }: { x: number; y: number; text: string }): React.JSX.Element {
  return (
    <output
      className="pointer-events-none absolute z-20 -translate-y-full rounded bg-raised px-1 font-mono text-[11px] whitespace-nowrap text-ink shadow-sheet"
      style={{ left: x + 10, top: y - 4 }}
    >
      {text}
    </output>
  );
}
