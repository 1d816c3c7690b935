import { mount } from "@vue/test-utils";
import { expect, it } from "vitest";
import { defineComponent, h, nextTick, ref } from "vue";
import { useOneStop } from "./useOneStop";

const names = ref(["a", "b", "c"]);
const pressed = ref("b");
const List = defineComponent(() => {
  const list = ref<HTMLElement | null>(null);
  useOneStop(list);
  return () =>
    h(
      "ul",
      { ref: list },
      names.value.map((name) =>
        h("button", { key: name, disabled: name === "d", "aria-pressed": name === pressed.value }, name),
      ),
    );
});
const stops = () =>
  [...document.querySelectorAll("button")].filter((one) => one.tabIndex === 0 && !one.disabled);
const at = () => document.activeElement?.textContent;
const press = (key: string) =>
  document.activeElement?.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));

it("is one stop: what is chosen, then where one was; the arrows go on, and pass what cannot be pressed", async () => {
  const page = mount(List, { attachTo: document.body });
  await nextTick();
  expect(stops().map((one) => one.textContent)).toEqual(["b"]);
  stops()[0]?.focus();
  press("ArrowRight");
  expect(at()).toBe("c");
  press("ArrowRight");
  expect(at()).toBe("c");
  press("Home");
  expect(at()).toBe("a");
  names.value = ["x", "d", "a", "e"];
  await nextTick();
  expect(stops().map((one) => one.textContent)).toEqual(["a"]);
  press("ArrowLeft");
  expect(at()).toBe("x");
  press("End");
  expect(at()).toBe("e");
  names.value = ["p", "q"];
  await nextTick();
  expect(stops()).toHaveLength(1);
  page.unmount();
});
