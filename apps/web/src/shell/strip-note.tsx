import { Link } from "react-router";

/** What goes on stage otherwise than its cues say, in the top strip of every place; leads to where it is undone. */
export function StripNote(of: { to: string; title: string; children: React.ReactNode }): React.JSX.Element {
  return (
    <Link to={of.to} title={of.title} className="max-w-48 truncate rounded border border-parked px-2 py-1 text-[13px] text-parked">
      {of.children}
    </Link>
  );
}
