import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate, redirect, RouterProvider, useParams } from "react-router";
import { Problem } from "./api/client";
import { useProductions } from "./api/queries";
import { Failed } from "./frame/failed";
import { Frame } from "./frame/frame";
import { applyTheme } from "./frame/kept-theme";
import { ProductionsView } from "./productions/productions-view";
import "./styles.css";
import { ASIDE, FIRST, STAGES } from "./views";

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
      { path: "/calculator", lazy: async () => ({ Component: (await import("./record/calculator")).CalculatorView }) },
      { path: "/licences", lazy: async () => ({ Component: (await import("./licences/licences-view")).LicencesView }) },
      { path: "/slate", lazy: async () => ({ Component: (await import("./time/slate")).SlatePage }) },
      // The address of earlier versions, with the figures in it.
      { path: "/sum", loader: ({ request }) => redirect(`/calculator${new URL(request.url).search}`) },
      {
        path: "/p/:production",
        element: <FirstBuild />,
      },
      {
        path: "/p/:production/:build",
        element: <Frame />,
        children: [
          { index: true, loader: ({ request }) => redirect(`${new URL(request.url).pathname.replace(/\/$/, "")}/${FIRST}`) },
          ...[...STAGES, ...ASIDE].map(({ path, load }) => ({ path, lazy: load })),
        ],
      },
      { path: "*", element: <Failed missing /> },
    ],
  },
]);

/** An address without a build leads to the line map of the first. */
function FirstBuild() {
  const { production = "" } = useParams();
  const list = useProductions();
  const first = list.data?.find((other) => other.id === production)?.builds[0];
  if (first) return <Navigate replace to={`/p/${production}/${first.id}/${FIRST}`} />;
  if (list.error) return <Failed sentence={list.error.message} />;
  return list.data ? <Failed missing /> : null;
}

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
