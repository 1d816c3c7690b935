import { createPinia, setActivePinia } from "pinia";
import { beforeEach, expect, it, vi } from "vitest";
import { effectScope, nextTick, ref } from "vue";
import { chime } from "../logic/chime";
import type { Running } from "./useBench";
import { useTimersTold } from "./useTimersTold";

vi.mock("../logic/chime", () => ({ chime: vi.fn() }));
const running = (left: number, step = "s1"): Running => ({ number: 1, part: "", step, at: 1, left });

beforeEach(() => {
  localStorage.clear();
  setActivePinia(createPinia());
  vi.mocked(chime).mockClear();
});

it("counts in the title, rings once when a drying that was seen to run is over, and not for old news", async () => {
  const timers = ref<Running[]>([running(-5000, "old")]);
  const scope = effectScope();
  const told = scope.run(() => useTimersTold(timers, () => "Dusk, bench"));
  await nextTick();
  expect(document.title).toBe("Dry: Dusk, bench");
  expect(chime).not.toHaveBeenCalled();
  timers.value = [running(-5000, "old"), running(65_000), running(300_000, "s2")];
  await nextTick();
  expect(document.title).toBe("1:05 Dusk, bench");
  timers.value = [running(-5000, "old"), running(-10), running(200_000, "s2")];
  await nextTick();
  expect(chime).toHaveBeenCalledTimes(1);
  expect(document.title).toBe("3:20 Dusk, bench");
  timers.value = [running(-300), running(199_000, "s2")];
  await nextTick();
  expect(chime).toHaveBeenCalledTimes(1);
  if (told) told.aloud.value = false;
  timers.value = [running(-10, "s2")];
  await nextTick();
  expect(chime).toHaveBeenCalledTimes(1);
  timers.value = [];
  await nextTick();
  expect(document.title).toBe("Dusk, bench");
  scope.stop();
});
