/** An edit of the card that the server works at for a while: how far it is, and a way to stop it. It is done on what is saved. */
import { Refusal } from "../api/client";
import type { CardOut } from "../api/models";
import { useDesk } from "./useDesk";
import { useDoing } from "./useDoing";
import { useWork } from "./useWork";

export function useSlowEdit(source: string) {
  const desk = useDesk();
  const work = useWork();
  const { run, busy } = useDoing(source);
  let stopped = false;
  return {
    busy,
    share: work.share,
    /** Nobody wants it any more. Whether it was done already is told by its own answer, which is waited for. */
    stop() {
      stopped = true;
      work.end();
    },
    /** True when it was done; `asked` is given the key of the work, the revision it is done on, and its answer is taken on. */
    async go(asked: (work: string, based_on: number) => Promise<CardOut>): Promise<boolean> {
      const revision = desk.saved?.revision;
      if (revision === undefined || busy.value) return false;
      let made = false;
      stopped = false;
      await run(async () => {
        try {
          desk.take(await asked(work.begin(), revision));
          made = true;
        } catch (error) {
          if (!(stopped && error instanceof Refusal)) throw error;
        } finally {
          work.end();
        }
      });
      return made;
    },
  };
}
