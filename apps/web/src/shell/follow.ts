import { useEffect, useRef } from "react";
import { useLocation, useNavigate } from "react-router";
import { create } from "zustand";
import { selectHeads } from "@vexa/core";
import { useInterface } from "../selection/interface-store";
import type { ShowClient } from "../session/show-client";

interface Following {
  readonly personId: string | null;
  follow: (personId: string | null) => void;
}

/** Whose view this window follows. */
export const following = create<Following>((set) => ({ personId: null, follow: (personId) => set({ personId }) }));

/** Goes where the followed person goes and selects what they select, to look at. Going somewhere oneself ends it. */
export function useFollow(client: ShowClient): void {
  const { personId, follow } = following();
  const { pathname, search } = useLocation();
  const navigate = useNavigate();
  const entry = personId === null ? null : (client.presence.find((each) => each.personId === personId) ?? null);
  const theirs = entry?.path ?? null;
  const here = pathname + search;
  /** Where they have led, until this window is there. */
  const onTheWay = useRef<string | null>(null);
  // Moving oneself must not run the first effect again: it would lead straight back.
  const now = useRef({ personId, theirs, here, navigate });
  now.current = { personId, theirs, here, navigate };
  useEffect(() => {
    if (personId === null || theirs === null || theirs === now.current.here) return;
    onTheWay.current = theirs;
    void now.current.navigate(theirs);
  }, [personId, theirs]);
  useEffect(() => {
    if (onTheWay.current === here) onTheWay.current = null;
    else if (onTheWay.current === null && now.current.personId !== null && now.current.theirs !== here) follow(null);
  }, [here, follow]);
  const heads = entry?.heads.join(" ") ?? null;
  useEffect(() => {
    if (heads !== null) useInterface.getState().select(selectHeads(heads === "" ? [] : heads.split(" ")));
  }, [heads]);
}
