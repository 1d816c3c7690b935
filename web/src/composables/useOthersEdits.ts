/**
 * What another window or device does to the card, shown as it happens. Only a page that is seen listens: a browser has six ways to a
 * server, and every listening page keeps one of them.
 */
import { useDocumentVisibility } from "@vueuse/core";
import { onScopeDispose, watch } from "vue";
import { wholeOf } from "../logic/beside";

export function useOthersEdits(id: string, changed: (revision: number) => void) {
  const seen = useDocumentVisibility();
  let stream: EventSource | null = null;
  const close = () => {
    stream?.close();
    stream = null;
  };
  watch(
    seen,
    (now) => {
      close();
      if (now !== "visible" || typeof EventSource === "undefined") return;
      stream = new EventSource(`/api/cards/${wholeOf(id)}/events`);
      stream.onmessage = ({ data }) => changed(Number(data));
    },
    { immediate: true },
  );
  onScopeDispose(close);
}
