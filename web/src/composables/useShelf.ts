import { ref } from "vue";
import { api, type ShelfOut, take } from "../api/client";

const shelf = ref<ShelfOut | null>(null);

/** The shelf, with its inks as they look on one stock. */
export function useShelf() {
  async function look(stock?: string) {
    shelf.value = await take(api.GET("/api/shelf", { params: { query: stock ? { stock } : {} } }));
  }
  return { shelf, look };
}
