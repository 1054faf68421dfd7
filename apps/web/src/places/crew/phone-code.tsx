import { QRCodeSVG } from "qrcode.react";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { phoneCode } from "../../session/api";
import { Button } from "../../ui/button";
import { PopSheet } from "../../ui/pop-sheet";

const LOOPBACK = /^(127\.|localhost$|\[::1\]$)/;

/** My phone comes in as me: it scans the code, or somebody types it there. */
export function PhoneCode(): React.JSX.Element {
  const [open, setOpen] = useState(false);
  return (
    <PopSheet
      label="Your phone"
      className="w-72"
      open={open}
      onOpen={setOpen}
      trigger={<Button title="Lets your phone in as you, to walk the stage with it">Phone</Button>}
    >
      <Code />
    </PopSheet>
  );
}

function Code(): React.JSX.Element {
  const [turn, setTurn] = useState(0);
  const [given, setGiven] = useState<{ code: string; untilMs: number } | null>(null);
  const [complaint, setComplaint] = useState<string | null>(null);
  const [left, setLeft] = useState(0);
  useEffect(() => {
    let gone = false;
    phoneCode()
      .then(({ code, seconds }) => {
        if (gone) return;
        setGiven({ code, untilMs: Date.now() + seconds * 1000 });
        setLeft(seconds);
      })
      .catch((error: Error) => setComplaint(error.message));
    return () => {
      gone = true;
    };
  }, [turn]);
  useEffect(() => {
    const timer = setInterval(() => given && setLeft(Math.max(0, Math.ceil((given.untilMs - Date.now()) / 1000))), 500);
    return () => clearInterval(timer);
  }, [given]);
  if (complaint) return <p className="text-[13px] text-barred">▬ {complaint}</p>;
  if (!given) return <p className="text-[13px] text-ink-3">Making a code…</p>;
  if (left === 0)
    return (
      <>
        <p className="text-[13px] text-ink-2">That code doesn’t hold any more.</p>
        <Button
          onClick={() => {
            setGiven(null);
            setTurn(turn + 1);
          }}
        >
          Another code
        </Button>
      </>
    );
  const address = `${location.origin}/join#${given.code}`;
  return (
    <div className="grid justify-items-center gap-2 text-[13px]">
      {/* Black on white in both themes: cameras want it so. */}
      <div className="overflow-hidden rounded" role="img" aria-label="The code, to be scanned" data-address={address}>
        <QRCodeSVG value={address} size={216} level="M" marginSize={4} />
      </div>
      <p className="text-center text-ink-2">
        Scan it, or open <span className="font-mono break-all text-ink">{location.host}/join</span> on the phone and type
      </p>
      <p className="font-mono text-2xl tracking-widest select-text" aria-label="Code">
        {given.code.slice(0, 4)} {given.code.slice(4)}
      </p>
      <p className="text-xs text-ink-3">It lets one phone in as you, once, within {left} s.</p>
      {LOOPBACK.test(location.hostname) && (
        <p className="text-xs text-parked">
          ■ This address is of this machine alone: a phone needs one of its network (VEXA_HOST, see the guide).
        </p>
      )}
      <Link to="/remote" className="text-xs text-ink-2 underline">
        Look at it here
      </Link>
    </div>
  );
}
