/** What would mend each thing that goes wrong with a card: the server tries it apart from the edits, and it comes when it is found. */
import { inject, type InjectionKey, provide } from "vue";
import { ask } from "../api/client";
import type { Finding } from "../api/models";
import type { CardStore } from "../stores/card";
import { useAsked } from "./useAsked";

interface Remedies {
  /** The remedy of a finding in words, null where there is none or it is not known yet. */
  of(finding: Finding): string | null;
  /** Whether one may still come. */
  isComing(finding: Finding): boolean;
}
const REMEDIES: InjectionKey<Remedies> = Symbol("remedies");

const keyOf = ({ code, step, message }: { code: string; step: string | null; message: string }) =>
  [code, step, message].join("\n");

/** The remedies of the card as it was saved, for every finding on the page. One that is known stays until the next are. */
export function provideRemedies(desk: CardStore) {
  const { value: known, busy } = useAsked(
    (signal) => {
      const card = desk.saved;
      if (!card?.reading.findings.some((finding) => finding.curable)) return null;
      const params = { path: { card_id: desk.id }, query: { revision: card.revision } };
      const found = ask("get", "/api/cards/{card_id}/remedies", { params, signal });
      return found.then((all) => new Map(all.map((one) => [keyOf(one), one.remedy])));
    },
    () => desk.saved,
  );
  const of = (finding: Finding) => known.value?.get(keyOf(finding)) ?? null;
  provide(REMEDIES, { of, isComing: (finding) => finding.curable && busy.value && !of(finding) });
}

export function useRemedies(): Remedies {
  return inject(REMEDIES, { of: () => null, isComing: () => false });
}
