import { useLocation, useNavigate } from "react-router";
import { cardsOf, type Song } from "@vexa/core";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useClient } from "../../../session/show-context";

/** Goes on to a song, at the moment of the touch: its pace is set for everybody, its list is chosen here, and its page opens where pages are. */
export function useSong(): (song: Song, event: { readonly timeStamp: number }) => void {
  const client = useClient();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const { set } = useInterfaceOf("set");
  return (song, event) => {
    void client.play({ type: "song", songId: song.id }, client.momentOf(event));
    const show = client.view;
    const page = show.get("page", song.pageId);
    if (page && pathname.startsWith("/perform")) void navigate(`/perform/${page.id}`);
    const cards = page ? cardsOf(show, page.id) : [];
    const card = cards.find((each) => each.kind === "playback" && each.listId === song.listId);
    if (card) set({ chosenPlaybackId: card.id });
  };
}
