/**
 * A list of buttons as one stop of the Tab key: the arrows go on within it, Home and End to its ends (WAI-ARIA Authoring Practices:
 * Developing a Keyboard Interface, roving tabindex). The stop is where one was last, at first what is chosen, or the first.
 */
import { useEventListener, useMutationObserver } from "@vueuse/core";
import { onMounted, onUpdated, type Ref } from "vue";
import { ARROWS } from "../logic/arrows";

export function useOneStop(list: Ref<HTMLElement | null>, of = "button") {
  let stop: Element | null = null;

  const items = () =>
    [...(list.value?.querySelectorAll<HTMLButtonElement>(of) ?? [])].filter((item) => !item.disabled);
  function settle() {
    const all = items();
    if (!stop || !all.includes(stop as HTMLButtonElement))
      stop = all.find((item) => item.matches("[aria-pressed=true], [aria-current]")) ?? all[0] ?? null;
    for (const item of all) item.tabIndex = item === stop ? 0 : -1;
  }
  function goTo(item: HTMLElement | undefined) {
    if (!item) return;
    stop = item;
    settle();
    item.focus();
  }
  /** The next one that way: along in reading order, up and down by where they lie. */
  function next(from: HTMLElement, across: number, down: number) {
    const all = items();
    if (across) return all[all.indexOf(from as HTMLButtonElement) + across];
    const here = from.getBoundingClientRect();
    const middle = here.left + here.width / 2;
    const beyond = all
      .map((item) => ({ item, box: item.getBoundingClientRect() }))
      .filter(({ box }) => (down > 0 ? box.top >= here.bottom - 1 : box.bottom <= here.top + 1));
    const far = (box: DOMRect) =>
      Math.abs(box.top - here.top) * 4 + Math.abs(box.left + box.width / 2 - middle);
    return beyond.sort((a, b) => far(a.box) - far(b.box))[0]?.item;
  }

  useEventListener(list, "focusin", (event) => {
    const item = (event.target as Element).closest(of);
    if (item) {
      stop = item;
      settle();
    }
  });
  useEventListener(list, "keydown", (event) => {
    const from = (event.target as Element).closest<HTMLElement>(of);
    if (!from || event.altKey || event.ctrlKey || event.metaKey) return;
    const way = ARROWS[event.key];
    if (!way && event.key !== "Home" && event.key !== "End") return;
    event.preventDefault();
    goTo(way ? next(from, ...way) : event.key === "Home" ? items()[0] : items().at(-1));
  });
  useMutationObserver(list, settle, { childList: true, subtree: true });
  onMounted(settle);
  onUpdated(settle);
}
