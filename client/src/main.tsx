import { notifyManager, QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate, Route, Routes, useLocation } from "react-router";
import { RouterProvider } from "react-router/dom";
import { Toaster } from "sonner";
import { createQueryClient } from "./api/queryClient";
import { isSounding } from "./hearing/sounding";
import { ViewBoundary } from "./hearing/ViewBoundary";
import { RunSheetPage } from "./app/RunSheetPage";
import { ShowLayout } from "./app/ShowLayout";
import { ShowsPage } from "./shows/ShowsPage";
import "./styles.css";
import { followOtherPages } from "./ui/settings";
import { SpokenStatus } from "./ui/Status";
import { followTheme } from "./ui/theme";
import { useKeepFocus } from "./ui/useKeepFocus";

const heardFirstMs = 40;

// The run sheet is loaded first; other views are loaded when they are opened.
const FitPage = lazy(() => import("./fit/FitPage"));
const ChecksPage = lazy(() => import("./checks/ChecksPage"));
const LevelsPage = lazy(() => import("./levels/LevelsPage"));
const DryRunPage = lazy(() => import("./live/presenter/DryRunPage"));
const ExportPage = lazy(() => import("./export/ExportPage"));
const GuidePage = lazy(() => import("./help/GuidePage"));
const PresentPage = lazy(() => import("./live/presenter/PresentPage"));

followTheme();
followOtherPages();
// During playback an edit is heard first and drawn a moment later, because drawing would delay the sound.
notifyManager.setScheduler((draw) => window.setTimeout(draw, isSounding() ? heardFirstMs : 0));
const queries = createQueryClient();

/** The pages. Errors of each are caught separately. */
function App() {
  const { pathname } = useLocation();
  useKeepFocus();
  return (
    <ViewBoundary view={pathname}>
      <Suspense>
        <Routes>
          <Route path="/" element={<ShowsPage />} />
          <Route path="/guide/:pageId?" element={<GuidePage />} />
          <Route path="/shows/:showId/present" element={<PresentPage />} />
          <Route path="/shows/:showId" element={<ShowLayout />}>
            <Route index element={<RunSheetPage />} />
            <Route path="fit/:cueId?" element={<FitPage />} />
            <Route path="levels" element={<LevelsPage />} />
            <Route path="checks" element={<ChecksPage />} />
            <Route path="dry-run" element={<DryRunPage />} />
            <Route path="export" element={<ExportPage />} />
          </Route>
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </Suspense>
    </ViewBoundary>
  );
}

// Only a router made like this lets a page ask before it is left.
const router = createBrowserRouter([{ path: "*", element: <App /> }]);

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
      <SpokenStatus />
      <Toaster
        position="top-center"
        offset={58}
        toastOptions={{ className: "pointer-events-auto !bg-neutral !text-neutral-content !border-0" }}
      />
    </QueryClientProvider>
  </StrictMode>,
);
