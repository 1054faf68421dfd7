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
  const led = useRef<string | null>(null);
  useEffect(() => {
    if (personId === null) {
      led.current = null;
      return;
    }
    if (theirs === null || theirs === led.current) return;
    led.current = theirs;
    if (theirs !== here) void navigate(theirs);
  }, [personId, theirs, here, navigate]);
  useEffect(() => {
    // Somebody who goes elsewhere by themselves has stopped following.
    if (personId !== null && led.current !== null && theirs === led.current && here !== led.current) {
      const timer = setTimeout(() => follow(null), 100);
      return () => clearTimeout(timer);
    }
    return undefined;
  }, [personId, theirs, here, follow]);
  const heads = entry?.heads.join(" ") ?? null;
  useEffect(() => {
    if (heads !== null) useInterface.getState().select(selectHeads(heads === "" ? [] : heads.split(" ")));
  }, [heads]);
}
