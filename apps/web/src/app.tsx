import { useState } from "react";
import { useLocation, useNavigate } from "react-router";
import useSWR from "swr";
import { whoAmI } from "./session/api";
import { JoinPage } from "./session/join-page";
import { SignIn } from "./session/sign-in";
import { LockedScreen } from "./shell/locked-screen";
import { Notice } from "./shell/notice";
import { OpenShow } from "./shell/open-show";

/** Signed out: the sign-in page. Signed in: the show. */
export function App(): React.JSX.Element {
  const { data: session, error, isLoading, mutate } = useSWR("session", whoAmI);
  const { pathname } = useLocation();
  const navigate = useNavigate();
  if (pathname === "/join")
    return (
      <JoinPage
        onJoined={() => void mutate().then(() => navigate("/remote", { replace: true }))}
        onLeave={() => void navigate("/", { replace: true })}
      />
    );
  if (isLoading && session === undefined) return <Notice title="Opening the show…" />;
  if (session === undefined)
    return (
      <Notice title="The server can't be reached." text={error instanceof Error ? `${error.message}` : "Vexa tries again by itself."} />
    );
  if (session === null) return <SignIn onSignedIn={() => void mutate()} />;
  return (
    <SignedIn
      key={session.personId}
      locked={session.locked}
      onLocked={(locked) => void mutate({ ...session, locked }, { revalidate: false })}
      onSignedOut={() => void mutate(null, { revalidate: false })}
    />
  );
}

interface SignedInProps {
  readonly locked: boolean;
  readonly onLocked: (locked: boolean) => void;
  readonly onSignedOut: () => void;
}

/** The show, and over it the locked screen. What was open stays as it was beneath; what wasn't isn't opened. */
function SignedIn({ locked, onLocked, onSignedOut }: SignedInProps): React.JSX.Element {
  const [opened, setOpened] = useState(!locked);
  const [name, setName] = useState("");
  return (
    <>
      {opened && (
        <div inert={locked} className="h-full">
          <OpenShow onSignedOut={onSignedOut} onLocked={onLocked} onNamed={setName} />
        </div>
      )}
      {locked && (
        <LockedScreen
          name={name}
          onSignedOut={onSignedOut}
          onUnlocked={() => {
            setOpened(true);
            onLocked(false);
          }}
        />
      )}
    </>
  );
}
