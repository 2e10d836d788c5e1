import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { HomePage } from "./home/HomePage";
import "../index.css";
import { VanPage } from "./van/VanPage";
import { WorkspacePage } from "./workspace/WorkspacePage";

// a dialog that keeps the page behind it from scrolling adds a style, and the page takes only those with its number
setNonce(document.querySelector<HTMLMetaElement>("meta[property=csp-nonce]")?.nonce ?? "");

const queries = new QueryClient({
  defaultOptions: { queries: { retry: false, refetchOnWindowFocus: false } },
});
const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <Routes>
            <Route path="/jobs/:jobId/:stage?" element={<WorkspacePage />} />
            <Route path="/van" element={<VanPage />} />
            <Route path="*" element={<HomePage />} />
          </Routes>
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
}
