import { ErrorBoundary, getErrorMessage } from "react-error-boundary";
import { useLocation } from "react-router";
import { Button } from "../ui/button";

/** What can't be drawn says so where it stood, until another place is opened: the rest of the screen, and the stage, go on. */
export function Caught({ children }: { children: React.ReactNode }): React.JSX.Element {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary resetKeys={[pathname]} fallbackRender={Fallen}>
      {children}
    </ErrorBoundary>
  );
}

function Fallen({ error, resetErrorBoundary }: { error: unknown; resetErrorBoundary: () => void }): React.JSX.Element {
  return (
    <div role="alert" className="grid h-full place-content-center justify-items-center gap-2 p-4 text-center">
      <p className="text-lg font-semibold">This can’t be shown.</p>
      <p className="max-w-md text-ink-2">What runs goes on, and what you did is kept. Show it again, or reload the page.</p>
      <p className="max-w-md font-mono text-xs break-words text-ink-3">{getErrorMessage(error) ?? "It gave no reason."}</p>
      <Button onClick={resetErrorBoundary}>Show it again</Button>
    </div>
  );
}
