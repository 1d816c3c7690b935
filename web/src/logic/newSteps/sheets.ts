/** Masks and stencils laid, wiped and lifted: those of the card, new ones, those of the shelf. */
import { NEW_MASKS, newMask } from "../masks";
import { t } from "../../words";
import type { Kit, NewStep } from "./kit";

export function sheetSteps(kit: Kit): NewStep[] {
  const { plan, reading, shelved, w, h } = kit;
  const list: NewStep[] = [];
  for (const mask of reading.masks)
    list.push(
      {
        value: `lay-${mask.key}`,
        label: t("logic.newSteps.layThe", { called: mask.called }),
        make: () => ({ do: "lay-mask", id: "", mask: mask.key }),
      },
      {
        value: `wipe-${mask.key}`,
        label: t("logic.newSteps.wipeThe", { called: mask.called }),
        make: () => ({ do: "wipe", id: "", mask: mask.key }),
      },
      {
        value: `lift-${mask.key}`,
        label: t("logic.newSteps.liftThe", { called: mask.called }),
        make: () => ({ do: "lift-mask", id: "", mask: mask.key }),
      },
    );
  for (const { value, label, hint } of NEW_MASKS) {
    const mask = newMask(value, plan, w, h);
    list.push({
      value: `new-${value}`,
      label: t("logic.newSteps.layNew", { label }),
      hint,
      mask,
      make: () => ({ do: "lay-mask", id: "", mask: mask.key }),
    });
  }
  for (const { key, name, hint } of shelved.designs)
    list.push({
      value: `shelf-${key}`,
      label: t("logic.newSteps.layShelved", { name }),
      hint: hint || t("logic.newSteps.fromTheShelf"),
      design: key,
      make: () => ({ do: "lay-mask", id: "", mask: key }),
    });
  return list;
}
