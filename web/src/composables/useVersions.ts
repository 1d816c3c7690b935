/** Which version of the card is laid beside what stands now, and whether all of them are shown. */
import { ref } from "vue";
import type { CardStore } from "../stores/card";

export function useVersions(desk: CardStore) {
  /** The version that what stands now is laid beside, and whether she is only trying. */
  const beside = ref<{ was: number; trying: boolean } | null>(null);
  const before = ref(false);
  function leaveVersions() {
    before.value = false;
    beside.value = null;
  }
  return {
    beside,
    before,
    leaveVersions,
    tryAnotherWay() {
      before.value = false;
      if (desk.saved) beside.value = { was: desk.saved.revision, trying: true };
    },
    layBeside(was: number) {
      before.value = false;
      beside.value = { was, trying: false };
    },
    seeBefore() {
      beside.value = null;
      before.value = true;
    },
  };
}
