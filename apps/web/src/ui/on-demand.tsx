import useSWR from "swr";

type Page = React.ComponentType;

/** A page whose code comes when somebody opens it, and is asked for again while it can't be had: few open it, and all would read it. */
export function onDemand(name: string, load: () => Promise<{ default: Page }>): () => React.JSX.Element {
  return function OnDemand() {
    const { data, error } = useSWR(`page ${name}`, load, { revalidateIfStale: false });
    if (data) return <data.default />;
    if (error === undefined) return <p className="p-4 text-ink-2">Opening it…</p>;
    return (
      <p role="alert" className="p-4 text-barred">
        ▬ This page can’t be fetched. It is asked for again by itself; if Vexa was renewed meanwhile, reload. What runs goes on.
      </p>
    );
  };
}
