import "./server/idle";
import "@fontsource-variable/atkinson-hyperlegible-mono";
import "@fontsource-variable/atkinson-hyperlegible-next";
import "antd/dist/reset.css";
import "./theme/theme.css";
import { QueryClientProvider } from "@tanstack/react-query";
import { App as Messages, ConfigProvider } from "antd";
import { StrictMode, useEffect } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, type RouteObject, RouterProvider } from "react-router";
import { FirstSet } from "./bench/FirstSet";
import { sendLeftOvers } from "./bench/unsaved";
import { idleWhen, lookAgain } from "./server/idle";
import { queries } from "./server/queries";
import { desk, studio } from "./theme/theme";
import { useSettings } from "./theme/useSettings";

// Each page is a script of its own: the bench does not wait for the kit's forms.
const benchPage = () => import("./bench/BenchPage");
const pages: RouteObject[] = [
  { path: "/shelf", lazy: async () => ({ Component: (await import("./shelf/ShelfPage")).ShelfPage }) },
  { path: "/begin", lazy: async () => ({ Component: (await import("./begin/BeginPage")).BeginPage }) },
  { path: "/kit", lazy: async () => ({ Component: (await import("./kit/KitPage")).KitPage }) },
  { path: "/help", lazy: async () => ({ Component: (await import("./help/HelpPage")).HelpPage }) },
  { path: "/devices", lazy: async () => ({ Component: (await import("./devices/DevicesPage")).DevicesPage }) },
  { path: "/sittings", lazy: async () => ({ Component: (await import("./sitting/SittingsPage")).SittingsPage }) },
  { path: "/sitting/:id", lazy: async () => ({ Component: (await import("./sitting/SittingPage")).SittingPage }) },
  { path: "/shoot", lazy: async () => ({ Component: (await import("./shoot/ShootListPage")).ShootListPage }) },
  { path: "/shoot/:id", lazy: async () => ({ Component: (await import("./shoot/ShootPage")).ShootPage }) },
  { path: "/log", lazy: async () => ({ Component: (await import("./log/LogPage")).LogPage }) },
  { path: "/picture/:id", lazy: async () => ({ Component: (await import("./real/PicturePage")).PicturePage }) },
  { path: "/calibrate", lazy: async () => ({ Component: (await import("./calibrate/CalibratePage")).CalibratePage }) },
  { path: "/set/:id/card", lazy: async () => ({ Component: (await import("./card/CardPage")).CardPage }) },
  { path: "/practice", lazy: async () => ({ Component: (await import("./eye/PracticePage")).PracticePage }) },
  { path: "/practice/progress", lazy: async () => ({ Component: (await import("./eye/ProgressPage")).ProgressPage }) },
  { path: "/read/:id", lazy: async () => ({ Component: (await import("./eye/ReadPage")).ReadPage }) },
  { path: "/set/:id/plan", lazy: async () => ({ Component: (await import("./planning/PlanPage")).PlanPage }) },
  {
    path: "/set/:id/arrangements",
    lazy: async () => ({ Component: (await import("./planning/ArrangementsPage")).ArrangementsPage }),
  },
  { path: "/set/:id/complaint", lazy: async () => ({ Component: (await import("./planning/ComplaintPage")).ComplaintPage }) },
  { path: "/set/:id/schools", lazy: async () => ({ Component: (await import("./planning/SchoolsPage")).SchoolsPage }) },
  { path: "/set/:id/compare", lazy: async () => ({ Component: (await import("./planning/ComparePage")).ComparePage }) },
  { path: "/set/:id/alone", lazy: async () => ({ Component: (await import("./alone/AlonePage")).AlonePage }) },
  { path: "/set/:id", lazy: async () => ({ Component: (await benchPage()).BenchPage }) },
  { path: "*", element: <FirstSet /> },
];
/** Who asked the system for less movement sees menus and tabs change at once. */
const still = matchMedia("(prefers-reduced-motion: reduce)").matches;
const router = createBrowserRouter(pages.map((page) => ({ ...page, hydrateFallbackElement: <main aria-busy="true" /> })));

function Root() {
  const onDesk = useSettings((s) => s.desk);
  useEffect(() => {
    document.documentElement.dataset.theme = onDesk ? "desk" : "studio";
  }, [onDesk]);
  const look = onDesk ? desk : studio;
  return (
    <ConfigProvider theme={{ ...look, token: { ...look.token, motion: !still } }} button={{ autoInsertSpace: false }}>
      <Messages message={{ top: 52, maxCount: 3 }}>
        <QueryClientProvider client={queries}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </Messages>
    </ConfigProvider>
  );
}

idleWhen(() => queries.isFetching({ predicate: (query) => query.queryKey[0] !== "findings" }) + queries.isMutating() === 0);
queries.getQueryCache().subscribe(lookAgain);
queries.getMutationCache().subscribe(lookAgain);

async function start() {
  // A set is opened only after what an earlier page left unsent is on the shelf.
  await sendLeftOvers().catch(() => undefined);
  if (location.pathname === "/" || location.pathname.startsWith("/set/")) {
    void benchPage(); // while the shelf is asked for the last set
  }
  const root = document.getElementById("root");
  if (root) {
    createRoot(root).render(
      <StrictMode>
        <Root />
      </StrictMode>,
    );
  }
}

void start();
