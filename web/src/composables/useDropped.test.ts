import { createPinia, setActivePinia } from "pinia";
import { beforeEach, expect, it, vi } from "vitest";
import { effectScope } from "vue";
import { useNotices } from "../stores/notices";
import { useDropped } from "./useDropped";

beforeEach(() => setActivePinia(createPinia()));

function drag(type: string, names: string[], types = ["Files"]) {
  const event = new Event(type, { cancelable: true });
  const files = names.map((name) => new File(["x"], name));
  Object.assign(event, { dataTransfer: { types, files }, relatedTarget: null });
  document.dispatchEvent(event);
  return event;
}

it("takes a file where it fits, says where it does not, and leaves what is no file to the page", () => {
  const taken = vi.fn();
  const scope = effectScope();
  const dropped = scope.run(() => useDropped(() => ({ svg: taken })));
  expect(drag("dragover", []).defaultPrevented).toBe(true);
  expect(dropped?.over.value).toBe(true);
  drag("drop", ["Moth.SVG"]);
  expect(taken.mock.calls[0]?.[0].name).toBe("Moth.SVG");
  expect(dropped?.over.value).toBe(false);
  drag("drop", ["tax.pdf"]);
  expect(taken).toHaveBeenCalledTimes(1);
  expect(useNotices().said.get("dropped")?.text).toContain("tax.pdf");
  drag("drop", ["moth.svg"]);
  expect(useNotices().said.has("dropped")).toBe(false);
  expect(drag("dragover", [], ["text/plain"]).defaultPrevented).toBe(false);
  scope.stop();
  drag("drop", ["moth.svg"]);
  expect(taken).toHaveBeenCalledTimes(2);
});
