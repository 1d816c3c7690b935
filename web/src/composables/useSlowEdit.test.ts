/** An edit that takes a while: taken on when it is done, given up in words when it is refused, and silently when she stopped it. */
import { enableAutoUnmount, mount } from "@vue/test-utils";
import { createPinia, setActivePinia } from "pinia";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { defineComponent, h } from "vue";
import { Refusal } from "../api/client";
import type { CardOut } from "../api/models";
import { useNotices } from "../stores/notices";
import { useSlowEdit } from "./useSlowEdit";

const take = vi.fn();
vi.mock("./useDesk", () => ({ useDesk: () => ({ saved: { revision: 4 }, take }) }));

enableAutoUnmount(afterEach);
beforeEach(() => {
  setActivePinia(createPinia());
  take.mockClear();
  vi.stubGlobal("fetch", () => Promise.resolve(new Response(null, { status: 204 })));
});

function slow() {
  let edit: ReturnType<typeof useSlowEdit> | undefined;
  mount(
    defineComponent(() => {
      edit = useSlowEdit("even");
      return () => h("p");
    }),
  );
  if (!edit) throw new Error("it was not set up");
  return edit;
}
const refusal = () => new Refusal(409, "it was stopped.", "", "");

it("asks on what is saved, by the key of its work, and takes the answer on", async () => {
  const edit = slow();
  const card = { revision: 5 } as CardOut;
  const asked = vi.fn(() => Promise.resolve(card));
  expect(await edit.go(asked)).toBe(true);
  expect(asked).toHaveBeenCalledWith(expect.stringMatching(/^[A-Za-z0-9-]{8,64}$/), 4);
  expect(take).toHaveBeenCalledWith(card);
  expect(edit.busy.value).toBe(false);
});

it("says why it was refused, and nothing where she stopped it herself", async () => {
  const edit = slow();
  expect(await edit.go(() => Promise.reject(refusal()))).toBe(false);
  expect(useNotices().said.size).toBe(1);
  useNotices().clear("even");
  const going = edit.go(
    () =>
      new Promise((_, reject) => {
        setTimeout(() => reject(refusal()), 5);
      }),
  );
  expect(edit.busy.value).toBe(true);
  edit.stop();
  expect(await going).toBe(false);
  expect(useNotices().said.size).toBe(0);
  expect(take).not.toHaveBeenCalled();
});

it("done before the stop came, it is taken on all the same", async () => {
  const edit = slow();
  const card = { revision: 6 } as CardOut;
  const going = edit.go(() => new Promise((resolve) => setTimeout(() => resolve(card), 5)));
  edit.stop();
  expect(await going).toBe(true);
  expect(take).toHaveBeenCalledWith(card);
});
