/** A plan file brought in as a card of its own; what it has that is not on the shelf is offered to it. */
import { useFileDialog } from "@vueuse/core";
import { useRouter } from "vue-router";
import { ask, asFile } from "../api/client";
import { useNotices } from "../stores/notices";
import { useThings } from "../stores/things";
import { t } from "../words";
import { useDoing } from "./useDoing";

const LARGEST_FILE = 2_000_000;

export function useBringIn() {
  const notices = useNotices();
  const things = useThings();
  const router = useRouter();
  const bringing = useDoing("bring-in");
  const files = useFileDialog({ accept: ".json,application/json", multiple: false, reset: true });
  files.onChange((chosen) => chosen?.[0] && void bringIn(chosen[0]));
  async function bringIn(file: File) {
    if (file.size > LARGEST_FILE) {
      const size = Math.round(file.size / 1e6);
      notices.say("bring-in", t("cards.page.tooLarge", { name: file.name, size }));
      return;
    }
    await bringing.make(`bring in ${file.name}`, async (request) => {
      const card = await ask("post", "/api/cards/import", asFile("application/json", file, request));
      const { inks, stocks } = await ask("post", "/api/things/offer", asFile("application/json", file));
      const names = [...stocks, ...inks].map((thing) => thing.name);
      if (names.length)
        notices.keepSaying(
          "offer",
          t("cards.page.notOnShelf", { names: names.join(", ") }),
          {
            label: t("everywhere.common.addToMyShelf"),
            go: () =>
              bringing.run(async () => {
                const params = { query: { take: true } };
                await ask("post", "/api/things/offer", { params, ...asFile("application/json", file) });
                await things.again();
              }),
          },
          { label: t("everywhere.action.cancel"), go: () => undefined },
        );
      await router.push({ name: "desk", params: { id: card.id } });
    });
  }
  return { files, bringIn, busy: bringing.busy };
}
