import "@fontsource-variable/figtree";
import "@fontsource-variable/jetbrains-mono";
import "./index.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { SWRConfig } from "swr";
import { App } from "./app";
import { Hints } from "./ui/hint";
import { guardSecondClicks } from "./shell/second-clicks";
import { steadyPresses } from "./shell/steady-presses";

guardSecondClicks(document);
steadyPresses(document);

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <SWRConfig value={{ revalidateOnFocus: false, shouldRetryOnError: true, errorRetryInterval: 2000 }}>
      {/* A place opens at the touch: as a transition it would wait behind whatever the stage goes on changing. */}
      <BrowserRouter useTransitions={false}>
        <Hints>
          <App />
        </Hints>
      </BrowserRouter>
    </SWRConfig>
  </StrictMode>,
);
