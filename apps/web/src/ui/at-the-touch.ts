/** Acts when a finger or the mouse comes down, which no browser takes back; keys and assistive tools act by their click. */
export function atTheTouch(
  act: (event: { readonly timeStamp: number }) => void,
): Pick<React.DOMAttributes<HTMLButtonElement>, "onPointerDown" | "onClick"> {
  return {
    onPointerDown: (event) => {
      if (event.button === 0) act(event);
    },
    // A click that a pointer made counts its presses; one of a key or a tool has none.
    onClick: (event) => {
      if (event.detail === 0) act(event);
    },
  };
}
