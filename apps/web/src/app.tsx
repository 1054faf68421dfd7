import { useEffect } from "react";
import useSWR from "swr";
import { useInterface } from "./selection/interface-store";
import { whoAmI } from "./session/api";
import { SignIn } from "./session/sign-in";
import { Notice } from "./shell/notice";
import { OpenShow } from "./shell/open-show";

/** Signed out: the sign-in page. Signed in: the show. */
export function App(): React.JSX.Element {
  const { theme } = useInterface();
  useEffect(() => {
    document.documentElement.dataset["theme"] = theme;
  }, [theme]);
  const { data: session, error, isLoading, mutate } = useSWR("session", whoAmI);
  if (isLoading && session === undefined) return <Notice title="Opening the show…" />;
  if (session === undefined)
    return (
      <Notice title="The server can't be reached." text={error instanceof Error ? `${error.message}` : "Vexa tries again by itself."} />
    );
  if (session === null) return <SignIn onSignedIn={() => void mutate()} />;
  return <OpenShow key={session.personId} onSignedOut={() => void mutate(null, { revalidate: false })} />;
}
