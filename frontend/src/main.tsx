import "@fontsource-variable/atkinson-hyperlegible-mono";
import "@fontsource-variable/atkinson-hyperlegible-next";
import "antd/dist/reset.css";
import "./look/look.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { App as Messages, ConfigProvider } from "antd";
import { StrictMode, useEffect } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { BeginPage } from "./begin/BeginPage";
import { BenchPage } from "./bench/BenchPage";
import { FirstSet } from "./bench/FirstSet";
import { KitPage } from "./kit/KitPage";
import { desk, studio } from "./look/theme";
import { useLook } from "./look/useLook";
import { ShelfPage } from "./shelf/ShelfPage";

const router = createBrowserRouter([
  { path: "/", element: <FirstSet /> },
  { path: "/shelf", element: <ShelfPage /> },
  { path: "/begin", element: <BeginPage /> },
  { path: "/kit", element: <KitPage /> },
  { path: "/set/:id", element: <BenchPage /> },
  { path: "*", element: <FirstSet /> },
]);
const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

function Root() {
  const onDesk = useLook((s) => s.desk);
  useEffect(() => {
    document.documentElement.dataset.look = onDesk ? "desk" : "studio";
  }, [onDesk]);
  return (
    <ConfigProvider theme={onDesk ? desk : studio} button={{ autoInsertSpace: false }}>
      <Messages message={{ top: 52, maxCount: 3 }}>
        <QueryClientProvider client={queries}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </Messages>
    </ConfigProvider>
  );
}

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <Root />
    </StrictMode>,
  );
}
