import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { isBusy } from "./api/client";
import { App } from "./App";
import { ErrorBoundary } from "./ErrorBoundary";
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

const root = document.getElementById("root");
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
