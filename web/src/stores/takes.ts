/** What a press on an opening takes; the panel and the sentence of the step are two views of it. */
import { defineStore } from "pinia";
import { ref } from "vue";
import type { Takes } from "../logic/openings";

export const useTakes = defineStore("takes", () => ({ takes: ref<Takes>("flower") }));
