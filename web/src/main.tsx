import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { Problem } from "./api/client";
import { CompareView } from "./builds/compare-view";

import { Failed } from "./frame/failed";
import { Frame } from "./frame/frame";
import { applyTheme } from "./frame/theme";
import { KitView } from "./kit/kit-view";
import { MediaView } from "./media/media-view";
import { NeedsView } from "./needs/needs-view";
import { PathView } from "./path/path-view";
import { ProductionsView } from "./productions/productions-view";
import { QuickSumView } from "./record/quick-sum";
import { RecordView } from "./record/record-view";
import "./styles.css";

applyTheme();

const client = new QueryClient({
  defaultOptions: {
    queries: {
      // What isn't there won't come by asking again; a server that is away is asked until it answers.
      retry: (count, error) => !(error instanceof Problem && error.status >= 400) && count < 1000,
      retryDelay: (count) => Math.min(1000 * 2 ** count, 5000),
      networkMode: "always",
    },
    mutations: { networkMode: "always" },
  },
});

const router = createBrowserRouter([
  {
    errorElement: <Failed />,
    children: [
      { path: "/", element: <ProductionsView /> },
      { path: "/sum", element: <QuickSumView /> },
      {
        path: "/p/:production/:build",
        element: <Frame />,
        children: [
          { path: "needs", element: <NeedsView /> },
          { path: "kit", element: <KitView /> },
          { path: "path", element: <PathView /> },
          { path: "record", element: <RecordView /> },
          { path: "media", element: <MediaView /> },
          { path: "compare", element: <CompareView /> },
        ],
      },
      { path: "*", element: <Failed missing /> },
    ],
  },
]);

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </StrictMode>,
  );
}
