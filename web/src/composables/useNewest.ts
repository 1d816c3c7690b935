/** A picture by its address, shown once it is there: one on its way and the newest waiting, and never a gap between two. */
import { onBeforeUnmount, type Ref, ref, watch } from "vue";

export function useNewest(wanted: Ref<string>) {
  const shown = ref("");
  let onItsWay = "";
  let gone = false;
  function load() {
    const url = wanted.value;
    if (onItsWay || !url || url === shown.value) return;
    onItsWay = url;
    const image = new Image();
    const done = (there: boolean) => {
      onItsWay = "";
      if (gone) return;
      if (there) shown.value = url;
      if (wanted.value !== url) load();
    };
    image.onload = () => done(true);
    image.onerror = () => done(false);
    image.src = url;
  }
  watch(wanted, load, { immediate: true });
  onBeforeUnmount(() => (gone = true));
  return shown;
}
