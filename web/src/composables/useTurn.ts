/** Whose turn it is at the bench: the work goes from the panel to a piece and back as the run of the whole card does. */
import { computed } from "vue";
import { useRouter } from "vue-router";
import { pieceId, wholeOf } from "../logic/beside";
import { turnOf } from "../logic/run";
import { t } from "../words";
import type { Bench } from "./useBench";

export function useTurn(id: string, { bench, step, go, finish, settled }: Bench) {
  const router = useRouter();
  const benchOf = (part: string) => ({
    name: "bench",
    params: { id: part ? pieceId(id, part) : wholeOf(id) },
  });
  const turn = computed(() => {
    const of = bench.value;
    return of ? turnOf(of.run, of.done, of.part, step.value, of.made) : { first: null, then: null };
  });
  /** A part by its key, as it is called here; none where it is not on the bench. */
  function called(key: string | null) {
    const part = bench.value?.parts.find((one) => one.key === key);
    return part && { key: part.key, name: part.key ? part.name : t("bench.page.panel") };
  }
  /** The step in hand is done, and the work goes on on another part. */
  async function onTo(key: string) {
    const of = bench.value;
    const at = of?.plan.steps.findIndex((one) => one.id === step.value) ?? -1;
    const following = of?.plan.steps[at + 1];
    if (following) go(following.id);
    else if (of && !of.made) void finish();
    await settled(); // the other part is told what is done by then
    await router.push(benchOf(key));
  }
  return {
    benchOf,
    onTo,
    first: computed(() => called(turn.value.first)),
    nextPart: computed(() => called(turn.value.then)),
  };
}
