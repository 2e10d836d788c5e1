import { PersistQueryClientProvider } from "@tanstack/react-query-persist-client";
import { setNonce } from "get-nonce";
import { lazy, type ReactNode, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { registerSW } from "virtual:pwa-register";
import { makeOutbox, OutboxProvider } from "../job/useOutbox";
import { HomePage } from "./home/HomePage";
import { pressesMeanWhatTheyBegan } from "../lib/presses";
import { useTheme } from "../lib/theme";
import "../index.css";
import { BASE, PRACTICE } from "../api/world";
import { kept, queries } from "./keeping";
import { useKeys } from "./keys";

// a dialog that keeps the page behind it from scrolling adds a style, and the page takes only those with its number
setNonce(document.querySelector<HTMLMetaElement>("meta[property=csp-nonce]")?.nonce ?? "");

pressesMeanWhatTheyBegan(window);

// what makes a reload work with no network; where the browser allows none, everything else works all the same
if ("serviceWorker" in navigator && isSecureContext) registerSW({ immediate: true });

// the home stands at once; what else there is comes when it is gone to
const PAGES = {
  opened: () => import("./practice/OpenedPage"),
  practice: () => import("./practice/PracticeHome"),
  ask: () => import("./ask/AskPage"),
  atTheWall: () => import("./at-the-wall/AtTheWallPage"),
  help: () => import("./help/HelpPage"),
  docs: () => import("./help/DocsPage"),
  phone: () => import("./phone/PhonePage"),
  van: () => import("./van/VanPage"),
  workspace: () => import("./workspace/WorkspacePage"),
};
const OpenedPage = lazy(async () => ({ default: (await PAGES.opened()).OpenedPage }));
const PracticeHome = lazy(async () => ({ default: (await PAGES.practice()).PracticeHome }));
const AskPage = lazy(async () => ({ default: (await PAGES.ask()).AskPage }));
const AtTheWallPage = lazy(async () => ({ default: (await PAGES.atTheWall()).AtTheWallPage }));
const DocsPage = lazy(async () => ({ default: (await PAGES.docs()).DocsPage }));
const HelpPage = lazy(async () => ({ default: (await PAGES.help()).HelpPage }));
const PhonePage = lazy(async () => ({ default: (await PAGES.phone()).PhonePage }));
const VanPage = lazy(async () => ({ default: (await PAGES.van()).VanPage }));
const WorkspacePage = lazy(async () => ({ default: (await PAGES.workspace()).WorkspacePage }));

// once nothing else is to be done all pages are fetched, so that none is missing when the network drops
const REST_MS = 3000;
setTimeout(() => Object.values(PAGES).forEach((page) => void page().catch(() => undefined)), REST_MS);

/** What works on every page. */
function Everywhere({ children }: { children: ReactNode }) {
  useKeys();
  // a page that is opened by its address has the paper that was chosen elsewhere
  useTheme();
  return children;
}

if (PRACTICE) document.documentElement.dataset.practice = "";
const outbox = makeOutbox(queries);
const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <PersistQueryClientProvider client={queries} persistOptions={kept}>
        <OutboxProvider value={outbox}>
          <BrowserRouter basename={BASE || undefined}>
            <Everywhere>
              <Suspense fallback={<p className="p-8 text-soft">Opening…</p>}>
                <Routes>
                  {PRACTICE && <Route path="/jobs/:jobId/opened" element={<OpenedPage />} />}
                  <Route path="/jobs/:jobId/at-the-wall" element={<AtTheWallPage />} />
                  <Route path="/jobs/:jobId/:stage?" element={<WorkspacePage />} />
                  <Route path="/ask/:question?" element={<AskPage />} />
                  <Route path="/help" element={<HelpPage />} />
                  <Route path="/docs" element={<DocsPage />} />
                  <Route path="/van" element={<VanPage />} />
                  <Route path="/phone" element={<PhonePage />} />
                  <Route path="*" element={PRACTICE ? <PracticeHome /> : <HomePage />} />
                </Routes>
              </Suspense>
            </Everywhere>
          </BrowserRouter>
        </OutboxProvider>
      </PersistQueryClientProvider>
    </StrictMode>,
  );
}
