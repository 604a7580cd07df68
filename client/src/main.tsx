import { notifyManager, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { Toaster } from "sonner";
import { FitPage } from "./fit/FitPage";
import { ExportPage } from "./export/ExportPage";
import { isSounding } from "./hearing/usePlayer";
import { DryRunPage } from "./live/DryRunPage";
import { PresentPage } from "./live/PresentPage";
import { RunSheetPage } from "./runsheet/RunSheetPage";
import { ShowLayout } from "./shows/ShowLayout";
import { ShowsPage } from "./shows/ShowsPage";
import "./styles.css";
import { applyTheme } from "./ui/theme";

const heardFirstMs = 40;

applyTheme();
// While something sounds, an edit is heard first and drawn a moment later: drawing would hold up what is to be heard.
notifyManager.setScheduler((draw) => window.setTimeout(draw, isSounding() ? heardFirstMs : 0));
const queries = new QueryClient({ defaultOptions: { queries: { refetchOnWindowFocus: false, retry: 1 } } });

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <BrowserRouter>
        <Routes>
          <Route path="/" element={<ShowsPage />} />
          <Route path="/shows/:showId/present" element={<PresentPage />} />
          <Route path="/shows/:showId" element={<ShowLayout />}>
            <Route index element={<RunSheetPage />} />
            <Route path="fit/:cueId?" element={<FitPage />} />
            <Route path="dry-run" element={<DryRunPage />} />
            <Route path="export" element={<ExportPage />} />
          </Route>
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </BrowserRouter>
      <Toaster
        position="top-center"
        offset={58}
        toastOptions={{ className: "!bg-neutral !text-neutral-content !border-0" }}
      />
    </QueryClientProvider>
  </StrictMode>,
);
