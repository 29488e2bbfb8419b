import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { isBusy } from "./api/client";
import { App } from "./App";
import { ErrorBoundary } from "./ErrorBoundary";
import { resume } from "./shared/saving/keepers";
import { savers } from "./shared/saving/savers";
import "./theme/fonts";
import "./theme/theme.scss";

// Asked to come again in a moment, it does; whatever else is refused is said at once.
const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (failures, error) => failures < 3 && isBusy(error),
      retryDelay: 2000,
      refetchOnWindowFocus: false,
    },
  },
});

window.addEventListener("pagehide", savers.leave);
// A page that the browser had put by is old: what it had not kept, another may have sent meanwhile.
window.addEventListener("pageshow", (event) => event.persisted && window.location.reload());
window.addEventListener("beforeunload", (event) => savers.mustAsk() && event.preventDefault());

const root = document.getElementById("root");
// What an earlier page has left unkept is there before anything is shown.
await savers.places.adopt(globalThis.navigator.locks).catch(() => undefined);
resume(queries);
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <ErrorBoundary>
            <App />
          </ErrorBoundary>
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
}
