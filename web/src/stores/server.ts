/** Whether the server is heard. It is asked for until it answers again; whoever waits for it goes by `returns`. */
import { defineStore } from "pinia";
import { ref } from "vue";
import { ask, listen } from "../api/client";

const FIRST_LOOK_MS = 700;
const LONGEST_WAIT_MS = 5000;

export const useServer = defineStore("server", () => {
  const away = ref(false);
  /** How often it came back. */
  const returns = ref(0);
  /** Whether the browser keeps what is done meanwhile; told by whoever keeps it. */
  const kept = ref(true);
  /** How many edits of cards it has taken: what lists them is asked for anew. */
  const saves = ref(0);
  let wait = FIRST_LOOK_MS;

  function look() {
    setTimeout(async () => {
      await ask("get", "/api/health").catch(() => undefined);
      if (away.value) look();
    }, wait);
    wait = Math.min(LONGEST_WAIT_MS, wait * 1.5);
  }

  listen({
    heard() {
      if (!away.value) return;
      away.value = false;
      wait = FIRST_LOOK_MS;
      returns.value++;
    },
    lost() {
      if (away.value) return;
      away.value = true;
      look();
    },
  });
  return { away, returns, kept, saves };
});
