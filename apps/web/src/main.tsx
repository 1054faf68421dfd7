import "@fontsource-variable/figtree";
import "@fontsource-variable/jetbrains-mono";
import "./index.css";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { Toaster } from "sonner";
import { SWRConfig } from "swr";
import { App } from "./app";
import { guardSecondClicks } from "./shell/second-clicks";

guardSecondClicks(document);

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <SWRConfig value={{ revalidateOnFocus: false, shouldRetryOnError: true, errorRetryInterval: 2000 }}>
      <BrowserRouter>
        <App />
        <Toaster
          position="bottom-center"
          visibleToasts={3}
          toastOptions={{ className: "!bg-raised !text-ink !border-edge !shadow-sheet !font-sans", duration: 6000 }}
          containerAriaLabel="Messages"
        />
      </BrowserRouter>
    </SWRConfig>
  </StrictMode>,
);
