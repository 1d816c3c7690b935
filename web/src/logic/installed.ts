/** Cielo at the table while the network is away: what keeps its pages (public/sw.js), and a newer Cielo told of, never forced. */
import { useNotices } from "../stores/notices";
import { t } from "../words";

export async function keepAtHand() {
  const { serviceWorker } = navigator;
  // Where the page did not come safely the browser keeps nothing.
  if (!serviceWorker || !window.isSecureContext || import.meta.env.DEV) return;
  let asked = false;
  serviceWorker.addEventListener("controllerchange", () => asked && window.location.reload());
  try {
    const kept = await serviceWorker.register("/sw.js");
    const tell = (waiting: ServiceWorker) =>
      useNotices().keepSaying("update", t("everywhere.installed.newer"), {
        label: t("everywhere.installed.takeIt"),
        go: () => {
          asked = true;
          waiting.postMessage("take over");
        },
      });
    if (kept.waiting) tell(kept.waiting);
    kept.addEventListener("updatefound", () => {
      const coming = kept.installing;
      coming?.addEventListener("statechange", () => {
        if (coming.state === "installed" && serviceWorker.controller) tell(coming);
      });
    });
  } catch {
    // Without it Cielo is as it was: there while the server is.
  }
}
