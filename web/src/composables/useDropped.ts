/** A file dropped anywhere on a page, taken where it fits; where it does not, that is said. */
import { useEventListener } from "@vueuse/core";
import { ref } from "vue";
import { useNotices } from "../stores/notices";
import { t } from "../words";

/** What a page takes, by the ending of the file's name. */
export type Takers = Record<string, (file: File) => unknown>;

export function useDropped(takers: () => Takers) {
  const notices = useNotices();
  /** Whether a file is held over the page. */
  const over = ref(false);
  const isFile = (event: DragEvent) => event.dataTransfer?.types.includes("Files") ?? false;

  useEventListener(document, "dragover", (event) => {
    if (!isFile(event)) return;
    event.preventDefault();
    over.value = true;
  });
  useEventListener(document, "dragleave", (event) => {
    if (event.relatedTarget === null) over.value = false;
  });
  useEventListener(document, "drop", (event) => {
    if (!isFile(event)) return;
    event.preventDefault();
    over.value = false;
    const file = event.dataTransfer?.files[0];
    if (!file) return;
    const ending = file.name.split(".").pop()?.toLowerCase() ?? "";
    const take = takers()[ending];
    if (take) {
      notices.clear("dropped");
      void take(file);
    } else {
      const endings = Object.keys(takers()).map((one) => `.${one}`);
      notices.say(
        "dropped",
        t("everywhere.dropped.notHere", { name: file.name, endings: endings.join(", ") }),
      );
    }
  });
  return { over };
}
