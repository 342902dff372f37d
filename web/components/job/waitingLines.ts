import type { EnteredLine } from "@mirvek/core/job";
import { z } from "zod";

export type LineStorage = Pick<Storage, "getItem" | "setItem" | "removeItem" | "key" | "length">;

const enteredLine = z.object({
  key: z.string().min(1),
  line: z.string().min(1),
  current: z.string().nullable(),
  meter: z.string().nullable(),
  inCircuit: z.boolean(),
  refersTo: z.string().nullable(),
  at: z.number(),
  /** its place among lines of the same moment */
  place: z.number().default(0),
}) satisfies z.ZodType<EnteredLine>;

/**
 * Lines of one job that wait in this browser, over a reload and a crash. Each has a place of its own in the storage, so that tabs
 * cannot overwrite each other's; one that is damaged is set aside under another name and the rest go on. A storage that is full or
 * forbidden keeps nothing over a reload; the lines still wait in their tab.
 */
export function waitingLines(storage: LineStorage | null, job: number) {
  const prefix = `mirvek-waiting-${job}/`;
  let place = 0;
  const quietly = (work: () => void) => {
    try {
      work();
    } catch {
      // see above
    }
  };
  const setAside = (name: string, text: string) =>
    quietly(() => {
      storage?.setItem(name.replace("mirvek-waiting", "mirvek-damaged"), text);
      storage?.removeItem(name);
    });
  const names = (): string[] => {
    const list: string[] = [];
    quietly(() => {
      for (let i = 0; i < (storage?.length ?? 0); i++) list.push(storage!.key(i) ?? "");
    });
    return list.filter((name) => name.startsWith(prefix));
  };
  const put = (line: EnteredLine) => quietly(() => storage?.setItem(prefix + line.key, JSON.stringify({ ...line, place: place++ })));
  /** an earlier release kept all of a job's lines in one list */
  const adopt = () =>
    quietly(() => {
      const before = `mirvek-waiting-${job}`;
      const text = storage?.getItem(before) ?? null;
      if (text === null) return;
      setAside(before, text);
      const list: unknown = JSON.parse(text);
      for (const line of Array.isArray(list) ? list : []) {
        const read = enteredLine.safeParse(line);
        if (read.success) put(read.data);
      }
    });
  return {
    put,
    take(key: string): void {
      quietly(() => storage?.removeItem(prefix + key));
    },
    /** in the order typed */
    all(): EnteredLine[] {
      adopt();
      const lines = names().flatMap((name) => {
        const text = storage!.getItem(name) ?? "";
        try {
          return [enteredLine.parse(JSON.parse(text))];
        } catch {
          setAside(name, text);
          return [];
        }
      });
      return lines.sort((a, b) => a.at - b.at || a.place - b.place).map(({ place: _place, ...line }) => line);
    },
  };
}
