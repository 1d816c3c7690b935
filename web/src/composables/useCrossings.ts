import { ref } from "vue";
import { api, type ChartOut, refusalOf, type Schemas, type StripOut, take } from "../api/client";
import { useNotice } from "./useNotice";

export interface ChartChoice {
  stock: string;
  inks: string[];
  light: string;
}
export interface StripChoice {
  inks: string[];
  length_mm: number;
  carry_mm: number;
}

/** The chart of crossings and the strip, asked for again as the choice changes; only the newest answer is shown. */
export function useCrossings() {
  const chart = ref<ChartOut | null>(null);
  const strip = ref<StripOut | null>(null);
  const busy = ref(false);
  const { attempt } = useNotice();
  let asked = 0;
  let askedStrip = 0;

  async function cross(choice: ChartChoice) {
    const mine = ++asked;
    busy.value = true;
    const made = await attempt(() => take<ChartOut>(api.POST("/api/crossings/chart", { body: choice })));
    if (mine !== asked) return;
    busy.value = false;
    if (made) chart.value = made;
  }

  async function blend(stock: string, choice: StripChoice) {
    const mine = ++askedStrip;
    if (choice.inks.length < 2) {
      strip.value = null;
      return;
    }
    const made = await attempt(() =>
      take<StripOut>(api.POST("/api/crossings/strip", { body: { stock, ...choice } })),
    );
    if (mine === askedStrip && made) strip.value = made;
  }

  const keep = (body: Schemas["KeepCrossing"]) =>
    attempt(async () => {
      await api.POST("/api/crossings/measured", { body });
      return true;
    });
  const forget = (body: Schemas["DropCrossing"]) =>
    attempt(() => api.DELETE("/api/crossings/measured", { body }));

  /** Readings of a swatch sheet, as text. */
  const bringIn = (stock: string, file: File) =>
    attempt(async () => {
      const response = await fetch(`/api/crossings/readings?stock=${encodeURIComponent(stock)}`, {
        method: "POST",
        headers: { "content-type": "text/plain" },
        body: await file.arrayBuffer(),
      });
      if (!response.ok) throw await refusalOf(response);
      return (await response.json()) as Schemas["TakenOut"];
    });

  return { chart, strip, busy, cross, blend, keep, forget, bringIn };
}
